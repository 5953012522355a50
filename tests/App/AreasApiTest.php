<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

use Tovrin\Core\Format\LookJson;
use Tovrin\Tests\Core\Looks;

/** Areas over HTTP, on a picture of four plain patches: ochre and teal above, grey and white below. */
final class AreasApiTest extends ApiTestCase
{
    private const LEFT = ['shapes' => [['shape' => 'polygon', 'points' => [[-0.1, -0.1], [0.5, -0.1], [0.5, 1.1], [-0.1, 1.1]], 'feather' => 0.01]]];

    public function testACubeOfAGradeWithAnAreaIsAStackAndNamesItsPlanes(): void
    {
        $moves = [['id' => 'm1', 'kind' => 'shift', 'params' => ['hue' => 40], 'area' => self::LEFT], ['id' => 'm2', 'kind' => 'shift', 'params' => ['lightness' => 5]]];
        // While something moves two levels do; at rest as many as it needs.
        foreach ([[9, [2], 'm1', true], [33, [3, 5, 9, 17], 'm2', false]] as [$lattice, $levels, $watch, $watched]) {
            $answer = $this->call('POST', '/api/cube', \sprintf('{"look":%s,"lattice":%d,"watch":"%s"}', Looks::json(...$moves), $lattice, $watch));
            self::assertSame(200, $answer->getStatusCode());
            /** @var list<array{key: string, levels: int, watched: bool}> $planes */
            $planes = json_decode((string) $answer->headers->get('Tovrin-Planes'), true, 4, \JSON_THROW_ON_ERROR);
            self::assertCount(1, $planes);
            self::assertContains($planes[0]['levels'], $levels);
            self::assertSame($watched, $planes[0]['watched']);
            self::assertSame(16 * $lattice ** 3 * $planes[0]['levels'], \strlen((string) $answer->getContent()));
        }
        self::assertNull($this->call('POST', '/api/cube', \sprintf('{"look":%s,"lattice":9}', Looks::json($moves[1])))->headers->get('Tovrin-Planes'));
    }

    public function testThePlanesOfAGradeAreDrawnForTheScreen(): void
    {
        $this->patches();
        $look = Looks::json(['kind' => 'shift', 'params' => ['hue' => 40], 'area' => self::LEFT, 'reach' => ['light' => ['from' => 0.5, 'to' => 1]], 'soften' => 10]);
        $bytes = (string) $this->call('POST', '/api/photos/1/planes', \sprintf('{"look":%s,"points":128}', $look))->getContent();
        /** @var array{1: int} $length */
        $length = unpack('V', $bytes);
        /** @var list<array{area: array{width: int, height: int}, soft: array{width: int, radius: int, epsilon: float}}> $list */
        $list = json_decode(substr($bytes, 4, $length[1]), true, 4, \JSON_THROW_ON_ERROR);
        self::assertSame(['width' => 128, 'height' => 128], $list[0]['area']);
        self::assertSame([400, 4], [$list[0]['soft']['width'], $list[0]['soft']['radius']]);
        $words = array_values((array) unpack('v*', substr($bytes, 4 + $length[1])));
        self::assertCount(128 * 128, $words);
        self::assertSame([65535, 0], [$words[128 * 64 + 10], $words[128 * 64 + 100]]);
    }

    public function testReadingsAndProbesKnowWhereTheMoveActs(): void
    {
        $this->patches();
        $look = Looks::json(['kind' => 'shift', 'params' => ['hue' => 60], 'area' => self::LEFT]);
        $readings = $this->json('POST', '/api/photos/1/readings', '/api/photos/{id}/readings', \sprintf('{"look":%s,"watch":"m1"}', $look));
        /** @var array{pots: list<array{difference: float}>, reached: float} $readings */
        self::assertEqualsWithDelta(0.5, $readings['reached'], 0.02);
        // Teal lies beside the area, ochre in it.
        self::assertLessThan(0.5, $readings['pots'][0]['difference']);
        self::assertGreaterThan(10.0, $readings['pots'][2]['difference']);
        $probes = $this->json('POST', '/api/photos/1/probes', '/api/photos/{id}/probes', \sprintf('{"look":%s,"watch":"m1","points":[{"x":0.25,"y":0.25,"size":5},{"x":0.75,"y":0.25,"size":5}]}', $look));
        /** @var list<array{deltaE: float|int, weight: float|int}> $probes */
        self::assertSame([1.0, 0.0], [(float) $probes[0]['weight'], (float) $probes[1]['weight']]);
        self::assertSame(0.0, (float) $probes[1]['deltaE']);
        $summary = $this->json('POST', '/api/photos/1/summary', '/api/photos/{id}/summary', \sprintf('{"look":%s}', $look));
        self::assertEqualsWithDelta(0.25, array_column($summary, 'changed')[0], 0.02);
    }

    public function testEdgesAreFoundOnceForScreenSheetAndFiles(): void
    {
        $this->patches();
        $ochre = ['kind' => 'recolour', 'reach' => ['hue' => ['from' => 40, 'to' => 100, 'softFrom' => 10, 'softTo' => 10], 'chroma' => ['from' => 0.05, 'to' => 0.5]], 'params' => ['anchor' => '#c8922e', 'target' => '#2a5c96']];
        $look = static fn (array ...$moves): string => (string) json_encode(['tovrinLook' => 1, 'edges' => 'unmixed', 'moves' => $moves], \JSON_THROW_ON_ERROR);
        $edges = fn (array ...$moves): string => (string) $this->call('POST', '/api/photos/1/edges', \sprintf('{"look":%s}', $look(...$moves)))->getContent();
        $kept = fn (): array => glob($this->data.'/photos/*/edges-*') ?: [];
        $found = $edges($ochre);
        self::assertGreaterThan(12, \strlen($found));
        self::assertCount(1, $kept());
        self::assertStringEqualsFile($kept()[0], $found);
        // What another page, the sheet and files take from there: a sign in it shows that nobody looks for them again.
        file_put_contents($kept()[0], pack('V3', 32, 32, 0));
        self::assertSame(pack('V3', 32, 32, 0), $edges(['strength' => 30] + $ochre));
        $this->json('PUT', '/api/photos/1/grade', '/api/photos/{id}/grade', \sprintf('{"basedOn":0,"look":%s}', $look($ochre)));
        $this->deliver(1, 1, ['format' => 'png']);
        $this->work();
        self::assertCount(1, $kept());
        self::assertStringEqualsFile($kept()[0], pack('V3', 32, 32, 0));
        for ($i = 0; $i < 9; ++$i) {
            $edges(['reach' => ['light' => ['from' => $i / 20, 'to' => 0.8]]] + $ochre);
        }
        self::assertCount(6, $kept(), 'no more than a few are kept');
    }

    public function testTheColoursUnderABrushAreThePhotosOwn(): void
    {
        $this->patches();
        $under = $this->json('POST', '/api/photos/1/under', '/api/photos/{id}/under', '{"points":[[0.75,0.75],[1.4,1.2],[0.25,0.75]]}');
        self::assertSame(['#ffffff', '#ffffff', '#808080'], $under);
        $answer = $this->json('POST', '/api/photos/1/under', '/api/photos/{id}/under', json_encode(['points' => array_fill(0, 500, [0, 0])], \JSON_THROW_ON_ERROR), 422);
        self::assertStringContainsString('more than 400', $this->text($answer['error']));
    }

    public function testAFourthAreaIsRefusedInWordsThatNameTheMove(): void
    {
        $this->patches();
        $moves = array_map(static fn (int $i): array => ['kind' => 'shift', 'label' => "Move $i", 'params' => ['hue' => 10], 'area' => ['shapes' => [['shape' => 'ellipse', 'centre' => [0.2 * $i, 0.5], 'radii' => [0.1, 0.1]]]]], range(1, 4));
        $answer = $this->json('PUT', '/api/photos/1/grade', '/api/photos/{id}/grade', \sprintf('{"basedOn":0,"look":%s}', Looks::json(...$moves)), 422);
        self::assertStringContainsString('Move 4: it would be the 4th different area', $this->text($answer['error']));
    }

    public function testAreasAreCarriedOverOnlyWhenAskedTo(): void
    {
        $this->patches(3);
        $look = Looks::json(['kind' => 'shift', 'params' => ['hue' => 40], 'area' => self::LEFT]);
        $this->json('POST', '/api/photos/1/carry', '/api/photos/{id}/carry', \sprintf('{"look":%s,"to":[2]}', $look));
        $this->json('POST', '/api/photos/1/carry', '/api/photos/{id}/carry', \sprintf('{"look":%s,"to":[3],"areas":true}', $look));
        $this->work();
        $areas = fn (int $photo): ?object => LookJson::read((string) json_encode($this->json('GET', "/api/photos/$photo/grade", '/api/photos/{id}/grade')['look']))->moves[0]->area;
        self::assertNull($areas(2));
        self::assertNotNull($areas(3));
    }

    public function testATableOfSuchAGradeIsRefusedBeforeAnythingIsMade(): void
    {
        $this->patches();
        $this->grade(1, 0, ['kind' => 'shift', 'label' => 'Left half', 'params' => ['hue' => 40], 'area' => self::LEFT]);
        $plan = static fn (bool $part): string => json_encode(['photos' => [['id' => 1, 'basedOn' => 1]], 'outputs' => [['format' => 'jpeg'], ['format' => 'cube', 'lattice' => 9, 'colourPart' => $part]]], \JSON_THROW_ON_ERROR);
        $refused = $this->json('POST', '/api/deliveries/plan', '/api/deliveries/plan', $plan(false), 422);
        self::assertStringContainsString('“patches.png”: The move “Left half” is limited to an area', $this->text($refused['error']));
        self::assertSame(2, $this->json('POST', '/api/deliveries/plan', '/api/deliveries/plan', $plan(true))['count']);
    }

    public function testADeliveredPictureAndMatteHaveTheArea(): void
    {
        $this->patches();
        $this->grade(1, 0, ['kind' => 'shift', 'params' => ['lightness' => -30], 'area' => self::LEFT]);
        $this->deliver(1, 1, ['format' => 'png'], ['format' => 'matte']);
        $this->work();
        $files = array_map(fn (int $id): string => $this->fetched($id), [1, 2]);
        self::assertSame([26, 128, 120], Pictures::pixel($files[0], 50, 10));
        self::assertLessThan(190, Pictures::pixel($files[0], 10, 10)[0]);
        self::assertSame([255, 0], [Pictures::pixel($files[1], 10, 50)[0], Pictures::pixel($files[1], 50, 50)[0]]);
    }

    private function fetched(int $export): string
    {
        $path = $this->data."/fetched-$export.png";
        $response = $this->call('GET', "/api/exports/$export/file");
        self::assertInstanceOf(\Symfony\Component\HttpFoundation\BinaryFileResponse::class, $response);
        copy($response->getFile()->getPathname(), $path);

        return $path;
    }

    public function testAMaskFromAFileIsWhereTheMoveActs(): void
    {
        $this->patches();
        // Larger than what is kept, and softer on the way down: white, a third, black.
        $third = intdiv(255, 3);
        $path = Pictures::png($this->data.'/mask.png', 2400, 2400, static fn (int $x, int $y): array => $x < 1200 ? ($y < 1200 ? [255, 255, 255] : [$third, $third, $third]) : [0, 0, 0]);
        $mask = $this->json('POST', '/api/photos/1/masks?name=jug.png', '/api/photos/{id}/masks', (string) file_get_contents($path));
        self::assertSame([2048, 2048], [$mask['width'], $mask['height']]);
        self::assertEqualsWithDelta(1 / 3, $mask['share'], 0.001);
        $turn = ['kind' => 'shift', 'params' => ['lightness' => 20]];
        $this->grade(1, 0, $turn + ['area' => ['shapes' => [['shape' => 'mask', 'mask' => $mask['digest'], 'name' => 'jug.png']]]]);
        $this->deliver(1, 1, ['format' => 'png', 'bits' => 16]);
        foreach ([[1, 2, 100.0], [2, 3, 100.0 / 3]] as [$basedOn, $export, $strength]) {
            $this->grade(1, $basedOn, $turn + ['strength' => $strength]);
            $this->deliver(1, $export, ['format' => 'png', 'bits' => 16]);
        }
        $this->grade(1, 3);
        $this->deliver(1, 4, ['format' => 'png', 'bits' => 16]);
        $this->work();
        foreach ([[16, 16, 2], [16, 48, 3], [48, 16, 4], [48, 48, 4]] as [$x, $y, $as]) {
            foreach (Pictures::pixel($this->data.'/exports/'.$as, $x, $y) as $channel => $value) {
                self::assertEqualsWithDelta($value, Pictures::pixel($this->data.'/exports/1', $x, $y)[$channel], 1.0);
            }
        }
    }

    public function testAMaskThatDoesNotFitIsRefusedAndNothingIsKept(): void
    {
        $this->patches();
        $grey = static fn (): array => [128, 128, 128];
        foreach ([
            'has 90 × 60 pixels, which are not the proportions of the photo (64 × 64)' => Pictures::png($this->data.'/wide.png', 90, 60, $grey),
            'has colours. A mask is a grey picture' => Pictures::png($this->data.'/red.png', 40, 40, static fn (int $x): array => [$x < 20 ? 255 : 0, 0, 0]),
            'is not one of the pictures that can be read' => null,
        ] as $says => $path) {
            $refused = $this->json('POST', '/api/photos/1/masks?name=other.png', '/api/photos/{id}/masks', null === $path ? 'eggs, milk' : (string) file_get_contents($path), 422);
            self::assertStringContainsString($says, $this->text($refused['error']));
        }
        self::assertSame([], glob($this->data.'/kept/*') ?: []);
    }
}
