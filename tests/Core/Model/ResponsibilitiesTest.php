<?php

declare(strict_types=1);

namespace Tovrin\Tests\Core\Model;

use PHPUnit\Framework\TestCase;
use Tovrin\Core\Model\ColourModel;
use Tovrin\Core\Model\Gaussian;
use Tovrin\Core\Model\Mixture;
use Tovrin\Core\Model\Responsibilities;
use Tovrin\Core\Model\Table\Tables;
use Tovrin\Core\Model\Table\TableShelf;

final class ResponsibilitiesTest extends TestCase
{
    private const RED = [0.55, 0.4, 0.2];
    private const GREEN = [0.6, -0.35, 0.3];

    public function testWhatIsKeptIsWhatWouldBeWorkedOutAnew(): void
    {
        $shelf = new class implements TableShelf {
            /** @var array<string, string> */
            public array $kept = [];
            /** @var list<string> */
            public array $put = [];

            public function get(string $key): ?string
            {
                return $this->kept[$key] ?? null;
            }

            public function put(string $key, string $bytes): void
            {
                $this->kept[$key] = $bytes;
                $this->put[] = $key;
            }
        };
        $model = self::model(self::RED, $shelf);
        $anew = Responsibilities::of($model->scales, $model->nodes()->points());
        self::assertNotSame([], $anew->rows);
        self::assertEquals($anew, self::kept(self::RED, $shelf));
        self::assertEquals($anew, self::kept(self::RED, $shelf), 'as it was kept');
        self::assertCount(1, $shelf->put, 'and not worked out again');
        self::assertNotEquals($anew, self::kept(self::GREEN, $shelf), 'of another photo');
        self::assertCount(2, $shelf->put);
        foreach ([static fn (string $bytes): string => substr($bytes, 0, -1), static fn (): string => '', static fn (string $bytes): string => str_repeat("\xFF", \strlen($bytes))] as $damaged) {
            $shelf->kept = array_map($damaged, $shelf->kept);
            self::assertEquals($anew, self::kept(self::RED, $shelf), 'what is damaged is worked out anew');
        }
    }

    /** @param array{0: float, 1: float, 2: float} $mean */
    private static function kept(array $mean, TableShelf $shelf): Responsibilities
    {
        $model = self::model($mean, $shelf);

        return Responsibilities::kept($model, $model->nodes());
    }

    /** @param array{0: float, 1: float, 2: float} $mean */
    private static function model(array $mean, TableShelf $shelf): ColourModel
    {
        $spread = [2e-4, 0.0, 0.0, 2e-4, 0.0, 2e-4];

        return new ColourModel([new Mixture([new Gaussian(0.5, $mean, $spread), new Gaussian(0.5, [0.7, 0.0, 0.0], $spread)])], [0.001, 0.001, 0.001], new Tables($shelf));
    }
}
