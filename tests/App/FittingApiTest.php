<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Format\LookJson;
use Tovrin\Core\Move\Kind\Matching;
use Tovrin\Core\Move\Kind\Neutralise;
use Tovrin\Core\Move\Kind\Palette;
use Tovrin\Tests\Core\Looks;

/** Beginnings of moves that are made for one photo, and fitting them to another, over HTTP; on pictures of plain patches. */
final class FittingApiTest extends ApiTestCase
{
    public function testAPaletteBeginsWithThePhotosPotsAtRest(): void
    {
        $this->patches();
        $answer = $this->json('GET', '/api/photos/1/palette', '/api/photos/{id}/palette');
        $kind = self::kind($answer);
        self::assertInstanceOf(Palette::class, $kind);
        self::assertTrue($kind->isIdentity());
        $source = $this->json('GET', '/api/photos/1/source', '/api/photos/{id}/source');
        self::assertSame(array_column((array) $source['pots'], 'name'), $kind->photo->names);
    }

    public function testAMatchKeepsAllItNeedsOfTheOtherPhotoSoThatItMayGo(): void
    {
        $this->patches(2);
        $answer = $this->json('GET', '/api/photos/1/match/2', '/api/photos/{id}/match/{other}');
        $kind = self::kind($answer);
        self::assertInstanceOf(Matching::class, $kind);
        self::assertSame([0, 1, 2, 3], $kind->like, 'each pot with its own like');
        // Like itself it changes nothing.
        $colours = ColourBlock::of(OkLab::class, [[0.6, 0.03, 0.1], [0.8, 0.0, 0.0]]);
        foreach ([0, 1] as $i) {
            self::assertEqualsWithDelta($colours->at($i), $kind->apply($colours)->at($i), 1e-5);
        }
        $look = json_encode($answer['look'], \JSON_THROW_ON_ERROR);
        self::assertSame(204, $this->call('DELETE', '/api/photos/2')->getStatusCode());
        $this->json('PUT', '/api/photos/1/grade', '/api/photos/{id}/grade', \sprintf('{"basedOn":0,"look":%s}', $look));
        self::assertNotEmpty($this->json('POST', '/api/photos/1/summary', '/api/photos/{id}/summary', \sprintf('{"look":%s}', $look)));
        $gone = $this->json('GET', '/api/photos/1/match/2', '/api/photos/{id}/match/{other}', status: 404);
        self::assertStringContainsString('photo', (string) json_encode($gone));
    }

    public function testNeutralPlacesAreProposedAndTheLightIsTold(): void
    {
        $this->patches();
        /** @var list<array{colour: string, at: array{float, float}}> $places */
        $places = $this->json('GET', '/api/photos/1/neutral-places', '/api/photos/{id}/neutral-places');
        self::assertNotEmpty($places);
        $look = Looks::json(['kind' => 'neutralise', 'id' => 'n', 'params' => ['probes' => [['colour' => $places[0]['colour'], 'at' => $places[0]['at']]]]]);
        $kind = self::kind($this->json('POST', '/api/photos/1/light', '/api/photos/{id}/light', \sprintf('{"look":%s}', $look)));
        self::assertInstanceOf(Neutralise::class, $kind);
        self::assertMatchesRegularExpression('/^#[0-9a-f]{6}$/', (string) $kind->light);
        $casts = $this->json('POST', '/api/photos/1/casts', '/api/photos/{id}/casts', \sprintf('{"look":%s,"watch":"n"}', $look));
        /** @var array{probes: array{float, float}, weak: array{float, float}} $casts */
        self::assertLessThan(0.001, $casts['probes'][1]);
    }

    public function testAMoveIsFittedToAPhoto(): void
    {
        $this->patches();
        $palette = $this->json('GET', '/api/photos/1/palette', '/api/photos/{id}/palette');
        $fitted = $this->json('POST', '/api/photos/1/fitted', '/api/photos/{id}/fitted', \sprintf('{"look":%s}', json_encode($palette['look'], \JSON_THROW_ON_ERROR)));
        self::assertInstanceOf(Palette::class, self::kind($fitted));
        $same = $this->json('POST', '/api/photos/1/fitted', '/api/photos/{id}/fitted', \sprintf('{"look":%s}', Looks::json(['kind' => 'shift', 'params' => ['hue' => 10]])));
        self::assertStringContainsString('Nothing here depends on another photo', (string) json_encode($same['words']));
    }

    public function testAColourStrongerThanAScreenShowsSaysSo(): void
    {
        $weak = $this->json('GET', '/api/colours/0.5/0.05/140', '/api/colours/{lightness}/{chroma}/{hue}');
        self::assertFalse($weak['weaker']);
        $strong = $this->json('GET', '/api/colours/0.5/0.35/140', '/api/colours/{lightness}/{chroma}/{hue}');
        self::assertTrue($strong['weaker']);
    }

    /** @param array<mixed> $answer */
    private static function kind(array $answer): object
    {
        return (LookJson::read(json_encode($answer['look'], \JSON_THROW_ON_ERROR | \JSON_PRESERVE_ZERO_FRACTION))->moves[0] ?? self::fail('no move'))->kind;
    }
}
