<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

use Symfony\Component\HttpFoundation\StreamedResponse;
use Tovrin\Core\Format\LookJson;
use Tovrin\Core\Grade\Compiler;
use Tovrin\Tests\Core\Looks;

/** Drafts for all of a drag, over HTTP. */
final class TrackApiTest extends ApiTestCase
{
    private const AREA = ['shapes' => [['shape' => 'ellipse', 'centre' => [0.4, 0.5], 'radii' => [0.2, 0.3], 'feather' => 0.05]]];

    public function testDraftsAreWhatTheLookIsAtTheirPlaces(): void
    {
        $move = ['kind' => 'shift', 'reach' => ['hue' => ['from' => 20, 'to' => 90, 'softFrom' => 20, 'softTo' => 20]], 'params' => ['hue' => 50]];
        $drafts = $this->drafts($this->track(Looks::json($move), 'm1'));
        self::assertGreaterThan(8, \count($drafts));
        self::assertSame(0.0, $drafts[0][0]);
        [$place, $size, $cubes, $words] = $drafts[4];
        self::assertSame(1, $cubes);
        $move['params']['hue'] += $place;
        $exact = Compiler::compile(LookJson::read(Looks::json($move)), $size, 0);
        foreach ([7, 100, $size ** 3 - 1] as $node) {
            $expected = [$exact->red[$node], $exact->green[$node], $exact->blue[$node], $exact->weights[$node]];
            self::assertEqualsWithDelta($expected, array_map(static fn (int $word): float => $word / 65535, \array_slice($words, 4 * $node, 4)), 1e-5);
        }
    }

    public function testAFieldOfTwoSettingsHasDraftsAside(): void
    {
        $look = Looks::json(['kind' => 'curves', 'params' => ['all' => [[0, 0], [100, 120], [255, 255]]]]);
        $point = '/moves/0/params/all/1/';
        $answer = $this->call('POST', '/api/cube/track', \sprintf('{"look":%s,"steps":[{"path":"%s0","by":1}],"aside":[{"path":"%s1","by":1}]}', $look, $point, $point));
        self::assertInstanceOf(StreamedResponse::class, $answer);
        $drafts = $this->drafts($answer);
        self::assertSame([0.0, 0.0], [$drafts[0][0], $drafts[0][4]]);
        $within = array_values(array_filter($drafts, static fn (array $draft): bool => $draft[0] > 0.0 && $draft[4] < 0.0));
        self::assertNotSame([], $within);
        [$along, $size, , $words, $aside] = $within[0];
        $exact = Compiler::compile(LookJson::read(Looks::json(['kind' => 'curves', 'params' => ['all' => [[0, 0], [100 + $along, 120 + $aside], [255, 255]]]])), $size);
        $node = intdiv($size ** 3, 2);
        self::assertEqualsWithDelta([$exact->red[$node], $exact->green[$node], $exact->blue[$node]], array_map(static fn (int $word): float => $word / 65535, \array_slice($words, 4 * $node, 3)), 1e-5);
    }

    public function testPlanesAreNamedAndTheirCubesComeTogether(): void
    {
        $answer = $this->track(Looks::json(['kind' => 'shift', 'params' => ['hue' => 50], 'area' => self::AREA]), 'm1');
        self::assertStringContainsString('"watched":true', (string) $answer->headers->get('Tovrin-Planes'));
        self::assertSame(2, $this->drafts($answer)[0][2]);
    }

    public function testWhatCannotBeDraggedIsRefused(): void
    {
        foreach (['/moves/0/kind', '/moves/9/params/hue', '', '/moves/0/params/nothing'] as $path) {
            $refused = $this->json('POST', '/api/cube/track', '/api/cube/track', json_encode(['look' => json_decode(Looks::json(['kind' => 'shift'])), 'steps' => [['path' => $path, 'by' => 1]]], \JSON_THROW_ON_ERROR), 422);
            self::assertStringContainsString('is no number of this look that can be dragged', $this->text($refused['error']));
        }
        self::assertSame(422, $this->call('POST', '/api/cube/track', '{"look":'.Looks::json(['kind' => 'shift']).',"steps":[]}')->getStatusCode());
    }

    private function track(string $look, string $watch): StreamedResponse
    {
        $answer = $this->call('POST', '/api/cube/track', \sprintf('{"look":%s,"watch":"%s","steps":[{"path":"/moves/0/params/hue","by":1}]}', $look, $watch));
        self::assertInstanceOf(StreamedResponse::class, $answer);

        return $answer;
    }

    /** @return list<array{float, int, int, list<int>, float}> at least one: place, nodes along each axis, number of cubes, their words, and the place aside */
    private function drafts(StreamedResponse $answer): array
    {
        ob_start();
        $answer->sendContent();
        $bytes = (string) ob_get_clean();
        $drafts = [];
        for ($at = 0; $at < \strlen($bytes); $at += 24 + 8 * $size ** 3 * $cubes) {
            /** @var array{place: float, aside: float, size: int, cubes: int} $head */
            $head = unpack('eplace/easide/V1size/V1cubes', $bytes, $at);
            ['place' => $place, 'aside' => $aside, 'size' => $size, 'cubes' => $cubes] = $head;
            /** @var array<int> $words */
            $words = unpack('v*', substr($bytes, $at + 24, 8 * $size ** 3 * $cubes));
            $drafts[] = [$place, $size, $cubes, array_values($words), $aside];
        }
        self::assertNotSame([], $drafts);

        return $drafts;
    }
}
