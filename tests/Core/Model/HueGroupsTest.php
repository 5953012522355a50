<?php

declare(strict_types=1);

namespace Tovrin\Tests\Core\Model;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tovrin\Core\Model\ColourModel;
use Tovrin\Core\Model\Families;
use Tovrin\Core\Model\Gaussian;
use Tovrin\Core\Model\HueGroups;
use Tovrin\Core\Model\Mixture;
use Tovrin\Core\Model\Points;

final class HueGroupsTest extends TestCase
{
    /**
     * @param non-empty-list<array{0: float, 1: float, 2: float}> $colours OKLCh, a family each
     * @param list<list<int>> $expected
     */
    #[DataProvider('families')]
    public function testShadesOfOneHueAreTogetherAndGreysAre(array $colours, array $expected): void
    {
        $components = array_map(static fn (array $lch): Gaussian => new Gaussian(1.0 / \count($colours), [$lch[0], Points::CHROMA_SCALE * $lch[1] * cos(deg2rad($lch[2])), Points::CHROMA_SCALE * $lch[1] * sin(deg2rad($lch[2]))], [1e-3, 0.0, 0.0, 1e-3, 0.0, 1e-3]), $colours);
        $families = new Families(new ColourModel([new Mixture($components)]), array_map(static fn (int $component): array => [$component], array_keys($components)));
        self::assertSame($expected, HueGroups::of($families)->groups);
    }

    /** @return iterable<string, array{non-empty-list<array{0: float, 1: float, 2: float}>, list<list<int>>}> */
    public static function families(): iterable
    {
        yield 'light and dark of one hue' => [[[0.8, 0.1, 60.0], [0.4, 0.06, 70.0], [0.5, 0.1, 150.0]], [[0, 1], [2]]];
        yield 'greys, whatever hue they have' => [[[0.8, 0.01, 60.0], [0.5, 0.1, 150.0], [0.4, 0.02, 200.0]], [[0, 2], [1]]];
        yield 'on both sides of where the circle closes' => [[[0.5, 0.1, 355.0], [0.5, 0.1, 100.0], [0.5, 0.1, 5.0]], [[2, 0], [1]]];
        yield 'one after the other' => [[[0.5, 0.1, 20.0], [0.5, 0.1, 38.0], [0.5, 0.1, 56.0]], [[0, 1, 2]]];
        yield 'greys alone' => [[[0.5, 0.0, 0.0], [0.9, 0.0, 0.0]], [[0, 1]]];
    }
}
