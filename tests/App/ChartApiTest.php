<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\LabD50;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Format\CgatsReader;
use Tovrin\Core\Reading\Chart\Perspective;
use Tovrin\Tests\Outside;

/** Charts in photos, over HTTP: read by their corners, used in a grade, refused in words. */
final class ChartApiTest extends ApiTestCase
{
    private const WIDTH = 480;
    private const HEIGHT = 360;
    /** Seen from the side. */
    private const CORNERS = [[0.15, 0.2], [0.9, 0.12], [0.84, 0.85], [0.2, 0.7]];

    public function testAChartIsReadAndItsMovePutsThePhotoRight(): void
    {
        $this->photographed();
        $view = $this->json('POST', '/api/photos/1/chart', '/api/photos/{id}/chart', $this->asked());
        /** @var array{look: array{moves: list<array<string, mixed>>}, meanBefore: float, meanAfter: float, worstAfter: float, patches: list<array{name: string, used: bool}>} $view */
        self::assertSame(['A1', 'E8', 40], [$view['patches'][0]['name'], $view['patches'][39]['name'], \count($view['patches'])]);
        self::assertGreaterThan(5.0, $view['meanBefore']);
        self::assertLessThan(1.0, $view['meanAfter']);
        self::assertLessThan(3.0, $view['worstAfter']);
        // The finished file has the colours that the chart should have.
        $move = $view['look']['moves'][0];
        $this->grade(1, 0, $move);
        $this->deliver(1, 1, ['format' => 'png']);
        $this->connection()->executeStatement("DELETE FROM messenger_messages WHERE body LIKE '%StudyPhoto%'");
        $this->work();
        $reference = $this->reference();
        $wanted = ColourBlock::of(LabD50::class, $reference->labs)->in(Srgb::class);
        $place = Perspective::ofCorners(self::CORNERS);
        foreach ([8, 12, 18, 25, 31] as $patch) {
            [$u, $v] = $place->at(($patch % 8 + 0.5) / 8, (intdiv($patch, 8) + 0.5) / 5);
            $pixel = Pictures::pixel($this->data.'/exports/1', (int) ($u * self::WIDTH), (int) ($v * self::HEIGHT));
            foreach ($wanted->at($patch) as $channel => $value) {
                self::assertEqualsWithDelta(255.0 * max(0.0, min(1.0, $value)), $pixel[$channel], 5.0, $reference->names[$patch]);
            }
        }
        // Fitted anew in another way, from what the move says itself.
        $closer = $this->json('POST', '/api/charts/fit', '/api/charts/fit', json_encode(['look' => ['tovrinLook' => 1, 'moves' => [['params' => array_diff_key(['method' => 'root-polynomial'] + (array) $move['params'], ['coefficients' => 0])] + $move]]], \JSON_THROW_ON_ERROR));
        self::assertLessThanOrEqual($view['meanAfter'] + 0.05, $closer['meanAfter']);
    }

    public function testWithoutCornersItIsFound(): void
    {
        $this->photographed();
        $view = $this->json('POST', '/api/photos/1/chart', '/api/photos/{id}/chart', $this->asked(['corners' => []]));
        /** @var array{look: array{moves: list<array{params: array{corners: list<array{float, float}>}}>}, meanAfter: float} $view */
        $corners = $view['look']['moves'][0]['params']['corners'];
        foreach ($corners as $i => [$x, $y]) {
            self::assertEqualsWithDelta(self::CORNERS[$i][0], $x, 0.01);
            self::assertEqualsWithDelta(self::CORNERS[$i][1], $y, 0.01);
        }
        self::assertLessThan(1.0, $view['meanAfter']);
    }

    public function testWhatIsCoveredOrClippedIsLeftOut(): void
    {
        // A hand over the lower right, and a lamp's reflection on the upper left.
        $this->photographed(static fn (float $u, float $v): ?array => $u > 0.76 && $v > 0.81 ? [(int) (120 + 60 * sin(90 * $u)), 90, (int) (60 + 50 * sin(70 * $v))] : ($u < 0.12 && $v < 0.19 ? [255, 255, 255] : null));
        $view = $this->json('POST', '/api/photos/1/chart', '/api/photos/{id}/chart', $this->asked());
        /** @var array{patches: list<array{name: string, used: bool}>, worstAfter: float} $view */
        $out = array_column(array_filter($view['patches'], static fn (array $patch): bool => !$patch['used']), 'name');
        self::assertSame(['A1', 'E7', 'E8'], $out);
        self::assertLessThan(3.0, $view['worstAfter']);
    }

    public function testWhatCannotBeReadIsRefusedInWords(): void
    {
        $this->photographed();
        foreach ([
            'There is no BEGIN_DATA_FORMAT' => ['reference' => 'eggs, milk'],
            'Line 12: LAB_A is “red”' => ['reference' => preg_replace('/^(A2\t[\d.-]+\t)[\d.-]+/m', '$1red', self::values())],
            'no field LAB_B' => ['reference' => str_replace('LAB_B', 'LAB_X', self::values())],
            'do not fill 7 columns' => ['columns' => 7],
            'These corners make no chart' => ['corners' => [[0.1, 0.1], [0.9, 0.9], [0.9, 0.1], [0.1, 0.9]]],
            'reaches beyond the photo' => ['corners' => [[-0.4, 0.1], [0.9, 0.1], [0.9, 0.9], [-0.4, 0.9]]],
            'too small in this photo' => ['corners' => [[0.5, 0.5], [0.52, 0.5], [0.52, 0.52], [0.5, 0.52]]],
            'a chart has four corners' => ['corners' => [[0.1, 0.1]]],
            'each point is a pair of numbers' => ['corners' => [[0.1], [0.9, 0.1], [0.9, 0.9], [0.1, 0.9]]],
            'Of the coloured patches only 0 can be used' => ['reference' => preg_replace('/^[A-E][2-7].*\n/m', '', self::values())],
        ] as $says => $change) {
            self::assertStringContainsString($says, $this->text($this->json('POST', '/api/photos/1/chart', '/api/photos/{id}/chart', $this->asked($change), 422)['error']));
        }
        $this->json('POST', '/api/charts/fit', '/api/charts/fit', '{"look":{"tovrinLook":1,"moves":[{"kind":"chart"}]}}', 422);
    }

    /** @param array<string, mixed> $change */
    private function asked(array $change = []): string
    {
        return json_encode($change + ['reference' => self::values(), 'name' => 'chart.txt', 'corners' => self::CORNERS], \JSON_THROW_ON_ERROR);
    }

    private static function values(): string
    {
        return (string) file_get_contents(Outside::root().'/demo/chart/quillhaven-chart.txt');
    }

    private function reference(): \Tovrin\Core\Move\Chart\ChartReference
    {
        return CgatsReader::read(self::values());
    }

    /**
     * A photo of the demo's chart by a camera that is too dark, too warm and too pale.
     *
     * @param (\Closure(float, float): (array{0: int, 1: int, 2: int}|null))|null $over what lies over the chart, by place on it
     */
    private function photographed(?\Closure $over = null): void
    {
        $linear = ColourBlock::of(LabD50::class, $this->reference()->labs)->in(\Tovrin\Core\Colour\LinearSrgb::class);
        [$r, $g, $b] = [[], [], []];
        foreach (range(0, 39) as $i) {
            [$one, $two, $three] = $linear->at($i);
            $r[] = max(0.0, 0.8 * (0.85 * $one + 0.13 * $two + 0.02 * $three));
            $g[] = max(0.0, 0.72 * (0.06 * $one + 0.88 * $two + 0.06 * $three));
            $b[] = max(0.0, 0.52 * (0.02 * $one + 0.14 * $two + 0.84 * $three));
        }
        $seen = (new ColourBlock(\Tovrin\Core\Colour\LinearSrgb::class, $r, $g, $b))->in(Srgb::class);
        $place = Perspective::ofCorners(self::CORNERS);
        $levels = array_fill(0, self::WIDTH * self::HEIGHT, [60, 58, 52]);
        // Drawn patch by patch, finer than pixels.
        for ($i = 0; $i < 1_440; ++$i) {
            for ($j = 0; $j < 960; ++$j) {
                [$u, $v] = [($i + 0.5) / 1_440, ($j + 0.5) / 960];
                [$x, $y] = $place->at($u, $v);
                $colour = $seen->at(8 * (int) (5 * $v) + (int) (8 * $u));
                $levels[(int) ($y * self::HEIGHT) * self::WIDTH + (int) ($x * self::WIDTH)] = (null === $over ? null : $over($u, $v)) ?? array_map(static fn (float $value): int => (int) round(255.0 * min(1.0, $value)), $colour);
            }
        }
        $this->json('POST', '/api/sets', '/api/sets', '{"name":"Charts"}');
        $path = Pictures::png($this->data.'/chart.png', self::WIDTH, self::HEIGHT, static fn (int $x, int $y): array => $levels[$y * self::WIDTH + $x]);
        $this->json('POST', '/api/sets/1/photos?name=chart.png', '/api/sets/{id}/photos', (string) file_get_contents($path));
    }
}
