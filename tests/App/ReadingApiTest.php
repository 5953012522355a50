<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

use Symfony\Component\HttpFoundation\Response;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Format\LookJson;
use Tovrin\Core\Grade\Evaluator;
use Tovrin\Tests\Core\Looks;

/** Readings, probes and reaches over HTTP, on a picture of four plain patches. */
final class ReadingApiTest extends ApiTestCase
{
    private const REACH = '/api/photos/{id}/reach';

    public function testTheSourceHasItsPotsAndScopes(): void
    {
        $this->patches();
        $source = $this->json('GET', '/api/photos/1/source', '/api/photos/{id}/source');
        $pots = (array) $source['pots'];
        self::assertSame(['teal', 'grey', 'ochre', 'white'], array_column($pots, 'name'));
        self::assertSame([0.25, 0.25, 0.25, 0.25], array_column($pots, 'share'));
    }

    public function testReadingsTellWhatTheGradeMakesOfEachPotAndWhatItReaches(): void
    {
        $this->patches();
        $look = Looks::json(['kind' => 'shift', 'reach' => ['hue' => ['from' => 170, 'to' => 210]], 'params' => ['hue' => 60]]);
        $readings = $this->json('POST', '/api/photos/1/readings', '/api/photos/{id}/readings', \sprintf('{"look":%s,"watch":"m1"}', $look));
        /** @var array{pots: list<array{difference: float}>, reached: float, spill: list<array{pot: int, share: float}>} $readings */
        self::assertSame(0.25, $readings['reached']);
        self::assertSame([0], array_column($readings['spill'], 'pot'));
        self::assertGreaterThan(10.0, $readings['pots'][0]['difference']);
        self::assertSame(0.0, round($readings['pots'][2]['difference'], 6));
    }

    public function testAProbeReadsTheSameAsExactEvaluation(): void
    {
        $this->patches();
        $look = Looks::json(['kind' => 'shift', 'params' => ['hue' => 40, 'saturation' => -20]]);
        $readings = $this->json('POST', '/api/photos/1/probes', '/api/photos/{id}/probes', \sprintf('{"look":%s,"watch":"m1","points":[{"x":0.25,"y":0.25,"size":5},{"x":1.5,"y":0.5,"size":5},{"x":0.99,"y":0.99,"size":15}]}', $look));
        /** @var non-empty-list<array{before: array{rgb: array{int, int, int}}, after: array{rgb: list<int>}, weight: int|float, cut: bool}|null> $readings */
        self::assertCount(3, $readings);
        self::assertNotNull($readings[0]);
        self::assertNotNull($readings[2]);
        [$r, $g, $b] = $readings[0]['before']['rgb'];
        self::assertEqualsWithDelta([200, 146, 46], [$r, $g, $b], 2, 'the patch, as JPEG keeps it');
        $exact = Evaluator::evaluate(LookJson::read($look), new Colours(ColourBlock::of(Srgb::class, [[$r / 255, $g / 255, $b / 255]])))->colours->at(0);
        self::assertEqualsWithDelta(array_map(static fn (float $v): float => 255 * $v, $exact), $readings[0]['after']['rgb'], 1.5);
        self::assertSame(1.0, (float) $readings[0]['weight']);
        self::assertNull($readings[1], 'outside the photo');
        self::assertTrue($readings[2]['cut']);
    }

    public function testAReachGrowsFromSamplesAndGivesWayToWhatIsHeld(): void
    {
        $this->patches();
        $wanted = '{"as":"wanted","shape":"point","points":[[0.25,0.25]]}';
        $fit = $this->reach('null', $wanted);
        self::assertEquals(1, $fit['wanted']);
        self::assertNull($fit['held']);
        $both = $this->reach('null', $wanted.',{"as":"wanted","shape":"box","points":[[0.6,0.1],[0.9,0.4]]},{"as":"held","shape":"path","points":[[0.6,0.75],[0.9,0.8]]}');
        self::assertEquals([1, 0], [$both['wanted'], $both['held']]);
        // What was made can be widened again, and made broader as a whole.
        $wider = $this->reach((string) json_encode($fit['reach']), '{"as":"wanted","shape":"point","points":[[0.75,0.25]]}');
        self::assertNotEquals($fit['reach'], $wider['reach']);
        $scaled = $this->json('POST', '/api/reach/scaled', '/api/reach/scaled', \sprintf('{"reach":%s,"factor":2}', json_encode($fit['reach'])));
        self::assertNotEquals($fit['reach'], $scaled);
    }

    public function testTheReachAloneIsTheSameAsWithWhatThereIsToSayOfIt(): void
    {
        $this->patches();
        $samples = '{"as":"wanted","shape":"point","points":[[0.25,0.25]]},{"as":"held","shape":"path","points":[[0.6,0.75],[0.9,0.8]]}';
        $alone = $this->json('POST', '/api/photos/1/reach', self::REACH, \sprintf('{"base":null,"alone":true,"samples":[%s]}', $samples));
        $told = $this->reach('null', $samples);
        self::assertNotNull($alone['reach']);
        self::assertSame($told['reach'], $alone['reach']);
        self::assertSame([[], null, null], [$alone['words'], $alone['ask'], $alone['change']]);
        self::assertNotSame([], $told['words']);
    }

    public function testADragThatEndsOutsideAndASampleBesideThePhotoSayWhatWasDone(): void
    {
        $this->patches();
        $fit = $this->reach('null', '{"as":"wanted","shape":"path","points":[[0.25,0.25],[-3,0.25]]}');
        self::assertStringContainsString('outside the photo was ignored', $this->words($fit));
        $none = $this->reach('null', '{"as":"wanted","shape":"point","points":[[2,2]]}');
        self::assertStringContainsString('A stroke outside the photo', $this->words($none));
        self::assertNull($none['reach']);
    }

    public function testASampleBesideThePhotoIsSaidOnceAndNotOfEveryLaterOne(): void
    {
        $this->patches();
        $beside = '{"as":"wanted","shape":"point","points":[[2,2]]}';
        $on = '{"as":"wanted","shape":"point","points":[[0.25,0.25]]}';
        self::assertStringContainsString('A stroke outside the photo', $this->words($this->reach('null', $on.','.$beside)));
        $later = $this->reach('null', $on.','.$beside.','.$on);
        self::assertStringNotContainsString('outside', $this->words($later));
        self::assertEquals(1, $later['wanted']);
    }

    public function testHeldAndWantedOnTheSameSpotSayWhyNothingWasCarved(): void
    {
        $this->patches();
        $fit = $this->reach('null', '{"as":"wanted","shape":"point","points":[[0.25,0.25]]},{"as":"held","shape":"point","points":[[0.25,0.25]]}');
        self::assertStringContainsString('the same colours', $this->words($fit));
        self::assertEquals(1, $fit['overlap']);
    }

    public function testStrokesAreKeptWithTheReachAndTakenAwayOneByOne(): void
    {
        $this->patches();
        $one = '{"as":"wanted","shape":"point","points":[[0.25,0.25]]}';
        $two = '{"as":"held","shape":"path","points":[[0.6,0.75],[0.9,0.8]]}';
        $both = $this->reach('null', $one.','.$two);
        self::assertIsArray($both['reach']);
        $learned = $both['reach']['learned'] ?? null;
        self::assertIsArray($learned);
        self::assertIsArray($learned['strokes']);
        self::assertSame(['wanted', 'held'], array_column($learned['strokes'], 'as'));
        $back = $this->reach((string) json_encode($both['reach']), $one);
        $alone = $this->reach('null', $one);
        self::assertEquals($alone['reach'], $back['reach'], 'as if the other one had never been made');
        $none = $this->reach((string) json_encode($back['reach']), '');
        self::assertNull($none['reach']);
    }

    public function testWhatIsHeldStaysPutAlsoWhereEverythingElseIsMeant(): void
    {
        $this->patches();
        $look = static fn (mixed $reach): string => (string) json_encode(['look' => ['tovrinLook' => 1, 'moves' => [['id' => 'a', 'kind' => 'shift', 'reach' => $reach]]], 'watch' => 'a', 'points' => [['x' => 0.75, 'y' => 0.75, 'size' => 1]]]);
        $fit = $this->reach('{"invert":true}', '{"as":"wanted","shape":"point","points":[[0.25,0.25]]},{"as":"held","shape":"path","points":[[0.6,0.75],[0.9,0.8]]}');
        $probes = $this->json('POST', '/api/photos/1/probes', '/api/photos/{id}/probes', $look($fit['reach']));
        self::assertIsArray($probes[0]);
        self::assertEqualsWithDelta(0.0, $probes[0]['weight'], 0.02);
        $without = $this->reach('{"invert":true}', '{"as":"wanted","shape":"point","points":[[0.25,0.25]]}');
        $probes = $this->json('POST', '/api/photos/1/probes', '/api/photos/{id}/probes', $look($without['reach']));
        self::assertIsArray($probes[0]);
        self::assertEqualsWithDelta(1.0, $probes[0]['weight'], 0.02);
    }

    public function testWindowsAreGoneOnFromByStrokes(): void
    {
        $this->patches();
        $windows = '{"light":{"from":0,"to":1},"hue":{"from":150,"to":230,"softFrom":10,"softTo":10}}';
        $fit = $this->reach($windows, '{"as":"wanted","shape":"box","points":[[0.6,0.1],[0.9,0.4]]}');
        self::assertIsArray($fit['reach']);
        self::assertNull($fit['reach']['hue'], 'left in place it would keep out what is marked now');
        self::assertEquals(1, $fit['wanted']);
    }

    public function testTheBenchIsLitWhereTheReachLies(): void
    {
        $this->patches();
        $fit = $this->reach('null', '{"as":"wanted","shape":"point","points":[[0.25,0.25]]}');
        $body = (string) json_encode(['look' => ['tovrinLook' => 1, 'moves' => [['id' => 'a', 'kind' => 'shift', 'reach' => $fit['reach']]]], 'watch' => 'a', 'plane' => 'hue-light', 'chromaTop' => 0.2]);
        /** @var list<array{int, int, float}> $cells */
        $cells = $this->json('POST', '/api/photos/1/lit', '/api/photos/{id}/lit', $body);
        self::assertContains(1.0, array_map(floatval(...), array_column($cells, 2)));
        self::assertContains(0.0, array_map(floatval(...), array_column($cells, 2)));
        $this->json('POST', '/api/photos/1/lit', '/api/photos/{id}/lit', str_replace('hue-light', 'hue-time', $body), 422);
    }

    public function testAThreePixelPictureCanBeReadAndChosenFrom(): void
    {
        $this->json('POST', '/api/sets', '/api/sets', '{"name":"Tiny"}');
        $path = Pictures::png($this->data.'/tiny.png', 3, 1, static fn (int $x): array => [60 + 60 * $x, 80, 120]);
        $this->json('POST', '/api/sets/1/photos?name=tiny.png', '/api/sets/{id}/photos', (string) file_get_contents($path));
        $this->json('GET', '/api/photos/1/source', '/api/photos/{id}/source');
        $fit = $this->reach('null', '{"as":"wanted","shape":"point","points":[[0.5,0.5]]}');
        self::assertNotNull($fit['reach']);
    }

    public function testAPotGivesAReachAndASpot(): void
    {
        $this->patches();
        $fit = $this->json('GET', '/api/photos/1/pots/0/reach', '/api/photos/{id}/pots/{pot}/reach');
        self::assertGreaterThan(0.95, $fit['wanted']);
        $spot = (string) $this->call('GET', '/api/photos/1/pots/0/spot')->getContent();
        self::assertSame(33 ** 3, \strlen($spot));
        // Teal is lit, its complement is not: nodes at (4, 16, 15) and (28, 16, 15) of 32.
        self::assertSame("\xFF", $spot[4 + 33 * (16 + 33 * 15)]);
        self::assertSame("\0", $spot[28 + 33 * (16 + 33 * 15)]);
        $this->json('GET', '/api/photos/1/pots/99/reach', '/api/photos/{id}/pots/{pot}/reach', '', 404);
    }

    public function testEveryPresetIsALookThatDoesSomething(): void
    {
        /** @var list<array{group: string, look: array{name: string, moves: list<mixed>}}> $presets */
        $presets = $this->json('GET', '/api/presets', '/api/presets');
        self::assertGreaterThanOrEqual(12, \count($presets));
        self::assertCount(\count($presets), array_unique(array_map(static fn (array $preset): string => $preset['look']['name'], $presets)));
        foreach ($presets as $preset) {
            self::assertFalse(LookJson::read((string) json_encode($preset['look'], \JSON_PRESERVE_ZERO_FRACTION))->isIdentity(), $preset['look']['name']);
        }
    }

    public function testCurvesAreDrawnAsTheyAct(): void
    {
        $curves = $this->json('POST', '/api/moves/drawing', '/api/moves/drawing', \sprintf('{"look":%s}', Looks::json(['kind' => 'curves', 'params' => ['red' => [[0, 10], [255, 200]]]])));
        /** @var array<string, list<float>> $curves */
        self::assertCount(256, $curves['red']);
        self::assertEqualsWithDelta([10.0, 200.0], [$curves['red'][0], $curves['red'][255]], 1e-9);
        self::assertSame(array_map(floatval(...), range(0, 255)), array_map(floatval(...), $curves['all']));
        self::assertSame([], $this->json('POST', '/api/moves/drawing', '/api/moves/drawing', \sprintf('{"look":%s}', Looks::json(['kind' => 'shift']))));
        $wrong = $this->json('POST', '/api/moves/drawing', '/api/moves/drawing', \sprintf('{"look":%s}', Looks::json(['kind' => 'curves', 'params' => ['all' => [[9, 1], [3, 4]]]])), 422);
        self::assertStringContainsString('from left to right', $this->text($wrong['error']));
    }

    public function testAFamilyHasTheWeightsOfItsTarget(): void
    {
        $family = fn (string $kind, string $family): Response => $this->call('POST', '/api/moves/family', \sprintf('{"look":%s,"family":"%s"}', Looks::json(['kind' => $kind]), $family));
        $reds = (string) $family('selective-colour', 'reds')->getContent();
        self::assertSame(33 ** 3, \strlen($reds));
        self::assertSame([255, 0], [\ord($reds[32]), \ord($reds[33 ** 3 - 1])], 'pure red in full, white not at all');
        $green = (string) $family('band-mix', 'green')->getContent();
        self::assertSame([255, 0], [\ord($green[33 * 32]), \ord($green[32])], 'pure green in full, pure red not at all');
        $dark = (string) $family('colour-balance', 'shadows')->getContent();
        self::assertSame([255, 0], [\ord($dark[0]), \ord($dark[33 ** 3 - 1])], 'black in full, white not at all');
        self::assertSame(422, $family('band-mix', 'beige')->getStatusCode());
        self::assertSame(422, $family('shift', 'reds')->getStatusCode());
    }

    public function testFamiliesOfAPhotoAreSharesOfIt(): void
    {
        $this->patches();
        $ask = fn (string $kind): array => $this->json('POST', '/api/photos/1/families', '/api/photos/{id}/families', \sprintf('{"look":%s}', Looks::json(['kind' => $kind])));
        $targets = $ask('selective-colour');
        self::assertCount(9, $targets);
        self::assertEqualsWithDelta(1.0, array_sum($targets), 1e-6);
        self::assertCount(12, $ask('band-mix'));
        self::assertCount(3, $ask('colour-balance'));
        self::assertSame([], $ask('shift'));
    }

    public function testAColourIsReadInWords(): void
    {
        $reading = $this->json('GET', '/api/colours/c8922e', '/api/colours/{hex}');
        self::assertSame('ochre', $reading['name']);
    }

    public function testBadSamplesAreNamed(): void
    {
        $this->patches();
        foreach (['{"base":null,"samples":[{"as":"liked","shape":"point","points":[[0,0]]}]}' => 'as', '{"base":null,"samples":[{"as":"held","shape":"point","points":[]}]}' => 'points', '{"base":{"hue":{"from":999,"to":3}},"samples":[]}' => 'reach.hue.from', '{"base":null,"samples":"all"}' => 'samples'] as $body => $named) {
            $problem = $this->json('POST', '/api/photos/1/reach', self::REACH, $body, 422);
            self::assertStringContainsString($named, $this->text($problem['error']));
        }
    }

    /** @return array<mixed> */
    private function reach(string $base, string $samples): array
    {
        return $this->json('POST', '/api/photos/1/reach', self::REACH, \sprintf('{"base":%s,"samples":[%s]}', $base, $samples));
    }

    /** @param array<mixed> $fit */
    private function words(array $fit): string
    {
        /** @var list<string> $words */
        $words = $fit['words'];

        return implode(' ', $words);
    }
}
