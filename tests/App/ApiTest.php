<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

use Symfony\Component\HttpFoundation\BinaryFileResponse;
use Symfony\Component\HttpFoundation\Request;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Format\LookJson;
use Tovrin\Core\Grade\Evaluator;
use Tovrin\Tests\Core\Looks;

/** The HTTP interface, against its own description, with a database and files of its own. */
final class ApiTest extends ApiTestCase
{
    public function testAPhotoIsBroughtInDecodedOnceAndShown(): void
    {
        $photo = $this->photo();
        self::assertSame(['colours.png', 96, 64, 96, 64, false], [$photo['name'], $photo['width'], $photo['height'], $photo['previewWidth'], $photo['previewHeight'], $photo['graded']]);
        $preview = $this->call('GET', '/api/photos/1/preview');
        self::assertInstanceOf(BinaryFileResponse::class, $preview);
        self::assertSame('image/jpeg', $preview->headers->get('Content-Type'));
        self::assertSame([96, 64], \array_slice((array) getimagesize($preview->getFile()->getPathname()), 0, 2));
        self::assertCount(1, (array) $this->json('GET', '/api/sets/1', '/api/sets/{id}')['photos']);
    }

    public function testALargePhotoGetsAPreviewAndKeepsEveryPixel(): void
    {
        $this->json('POST', '/api/sets', '/api/sets', '{"name":"Large"}');
        $path = Pictures::png($this->data.'/large.png', 2500, 20, static fn (int $x, int $y): array => [$x % 256, $y * 12, 90]);
        $photo = $this->json('POST', '/api/sets/1/photos?name=large.png', '/api/sets/{id}/photos', (string) file_get_contents($path));
        self::assertSame([2500, 2048], [$photo['width'], $photo['previewWidth']]);
        $full = $this->call('GET', '/api/photos/1/full');
        self::assertInstanceOf(BinaryFileResponse::class, $full);
        self::assertSame(2500, ((array) getimagesize($full->getFile()->getPathname()))[0]);
    }

    public function testWhatIsNoPictureIsRefusedAndNothingIsKept(): void
    {
        $this->json('POST', '/api/sets', '/api/sets', '{"name":"A"}');
        $bad = $this->json('POST', '/api/sets/1/photos?name=notes.txt', '/api/sets/{id}/photos', 'dear diary', 422);
        self::assertStringContainsString('notes.txt', $this->text($bad['error']));
        self::assertSame([], $this->json('GET', '/api/sets/1', '/api/sets/{id}')['photos']);
        self::assertSame([], glob($this->data.'/photos/*') ?: [], 'no folder is left');
        self::assertSame([], glob($this->data.'/.upload*') ?: [], 'no upload is left');
    }

    public function testGradesAreKeptAsRevisionsWithUndoAndRedoThatOutliveTheProcess(): void
    {
        $this->photo();
        $grade = $this->json('GET', '/api/photos/1/grade', '/api/photos/{id}/grade');
        self::assertSame([0, false, false], [$grade['revision'], $grade['canUndo'], $grade['canRedo']]);
        foreach ([10, 20, 30] as $number => $hue) {
            $grade = $this->keep($hue, $number);
        }
        self::assertSame([3, true, false, 30], [$grade['revision'], $grade['canUndo'], $grade['canRedo'], $this->hue($grade)]);
        $this->kernel->shutdown();
        $this->kernel->boot();
        self::assertSame(20, $this->hue($this->step('undo')));
        self::assertSame(10, $this->hue($this->step('undo')));
        self::assertNull($this->hue($this->step('undo')), 'the photo as it came');
        self::assertSame([6, false], [$this->step('undo')['revision'], $this->step('undo')['canUndo']], 'no further back than that');
        self::assertSame(10, $this->hue($this->step('redo')));
        $fork = $this->keep(99, 7);
        self::assertSame([8, false, 99], [$fork['revision'], $fork['canRedo'], $this->hue($fork)], 'a new change drops what was undone');
        self::assertSame(10, $this->hue($this->step('undo')));
    }

    public function testAChangeBasedOnAnOldStateIsRefused(): void
    {
        $this->photo();
        $this->keep(10, 0);
        $refused = $this->json('PUT', '/api/photos/1/grade', '/api/photos/{id}/grade', '{"basedOn":0,"look":'.Looks::json().'}', 409);
        self::assertStringContainsString('another window', $this->text($refused['error']));
        self::assertSame(10, $this->hue($this->json('GET', '/api/photos/1/grade', '/api/photos/{id}/grade')), 'nothing is lost');
    }

    public function testALookThatIsWrongIsRefusedWithItsPlace(): void
    {
        $this->photo();
        $look = Looks::json(['kind' => 'shift', 'params' => ['hue' => 999]]);
        $refused = $this->json('PUT', '/api/photos/1/grade', '/api/photos/{id}/grade', '{"basedOn":0,"look":'.$look.'}', 422);
        self::assertStringContainsString('moves[0].params.hue', $this->text($refused['error']));
        self::assertSame(422, $this->call('POST', '/api/cube', '{"lattice":17,"look":'.$look.'}')->getStatusCode());
        self::assertSame(400, $this->call('POST', '/api/cube', 'no json')->getStatusCode());
        self::assertSame(422, $this->call('POST', '/api/cube', '{"lattice":4000,"look":'.Looks::json().'}')->getStatusCode());
    }

    public function testTheCubeForTheBrowserIsExactAtItsNodes(): void
    {
        $look = Looks::json(['kind' => 'shift', 'reach' => ['hue' => ['from' => 20, 'to' => 90, 'softFrom' => 20, 'softTo' => 20]], 'params' => ['hue' => 50]]);
        $response = $this->call('POST', '/api/cube', '{"lattice":5,"watch":"m1","look":'.$look.'}');
        self::assertSame(200, $response->getStatusCode());
        $floats = unpack('g*', (string) $response->getContent());
        self::assertIsArray($floats);
        self::assertCount(5 ** 3 * 4, $floats);
        [$r, $g, $b] = [3, 2, 1];
        $exact = Evaluator::evaluate(LookJson::read($look), new Colours(ColourBlock::one(Srgb::class, $r / 4, $g / 4, $b / 4)), [0]);
        $node = \array_slice($floats, 4 * ($r + 5 * $g + 25 * $b), 4);
        self::assertEqualsWithDelta([...$exact->colours->at(0), $exact->weights[0][0]], $node, 1e-6);
    }

    public function testTheSummarySaysWhatEachMoveDoes(): void
    {
        $this->photo();
        $summary = $this->json('POST', '/api/photos/1/summary', '/api/photos/{id}/summary', '{"look":'.Looks::json(['kind' => 'shift', 'params' => ['lightness' => 10]], ['kind' => 'shift']).'}');
        self::assertCount(2, $summary);
        self::assertIsArray($summary[0]);
        self::assertSame(1, $summary[0]['reached']);
        self::assertGreaterThan(0.8, $summary[0]['changed']);
        self::assertIsArray($summary[1]);
        self::assertNull($summary[1]['before']);
    }

    public function testAnExportIsQueuedMadeByTheWorkerAndFetched(): void
    {
        $this->photo();
        $this->keep(60, 0);
        $this->deliver(1, 1, ['format' => 'png']);
        $asked = $this->json('GET', '/api/exports/1', '/api/exports/{id}');
        self::assertSame(['queued', 'colours-test.png', null], [$asked['state'], $asked['fileName'], $asked['fileUrl']]);
        self::assertSame(409, $this->call('GET', '/api/exports/1/file')->getStatusCode());
        // What is changed after asking is not in the file.
        $this->keep(-120, 1);
        $this->work();
        $done = $this->json('GET', '/api/exports/1', '/api/exports/{id}');
        self::assertSame(['done', 1, null, '/api/exports/1/file'], [$done['state'], $done['progress'], $done['error'], $done['fileUrl']]);
        $file = $this->call('GET', '/api/exports/1/file');
        self::assertInstanceOf(BinaryFileResponse::class, $file);
        self::assertStringContainsString('colours-test.png', (string) $file->headers->get('Content-Disposition'));
        [$r, $g, $b] = Pictures::pixel($this->data.'/colours.png', 40, 30);
        $exact = Looks::through(Looks::of(['kind' => 'shift', 'params' => ['hue' => 60]]), $r / 255, $g / 255, $b / 255);
        self::assertEqualsWithDelta(array_map(static fn (float $v): float => 255 * $v, $exact), Pictures::pixel($file->getFile()->getPathname(), 40, 30), 2.0);
    }

    public function testTheGradeItselfIsExportedInOpenFormats(): void
    {
        $this->photo();
        $this->keep(60, 0);
        foreach (['cube' => 'LUT_3D_SIZE 17', 'icc' => 'acsp', 'hald' => 'PNG'] as $format => $mark) {
            $asked = $this->deliver(1, 1, ['format' => $format, 'lattice' => 17]);
            $this->work();
            $file = $this->call('GET', '/api/exports/'.$this->number($asked['id']).'/file');
            self::assertInstanceOf(BinaryFileResponse::class, $file, $format);
            self::assertStringContainsString($mark, (string) file_get_contents($file->getFile()->getPathname()));
        }
    }

    public function testAnExportCanBeStoppedWhileItWaits(): void
    {
        $this->photo();
        $this->deliver(1, 0, ['format' => 'jpeg']);
        self::assertSame('cancelled', $this->json('POST', '/api/exports/1/cancel', '/api/exports/{id}/cancel')['state']);
        $this->work();
        self::assertSame([], glob($this->data.'/exports/*') ?: []);
    }

    public function testAnExportThatFailsSaysWhyAndLeavesNoFile(): void
    {
        $photo = $this->photo();
        $this->deliver(1, 0, ['format' => 'jpeg']);
        foreach (glob($this->data.'/photos/*/original') ?: [] as $original) {
            file_put_contents($original, 'ruined');
        }
        $this->work();
        $failed = $this->json('GET', '/api/exports/1', '/api/exports/{id}');
        self::assertSame('failed', $failed['state']);
        self::assertStringContainsString($this->text($photo['name']), $this->text($failed['error']));
        self::assertSame([], glob($this->data.'/exports/{,.}[!.]*', \GLOB_BRACE) ?: []);
    }

    public function testOtherPagesAreKeptOut(): void
    {
        $foreign = Request::create('http://127.0.0.1:7310/api/sets', 'POST', [], [], [], ['HTTP_ORIGIN' => 'http://evil.example'], '{"name":"x"}');
        self::assertSame(403, $this->kernel->handle($foreign)->getStatusCode());
        $rebound = Request::create('http://evil.example:7310/api/sets');
        self::assertSame(403, $this->kernel->handle($rebound)->getStatusCode());
        self::assertSame([], $this->json('GET', '/api/sets', '/api/sets'));
    }

    public function testWhatDoesNotExistIsSaidPlainly(): void
    {
        foreach (['/api/sets/9', '/api/photos/9', '/api/exports/9', '/api/nonsense'] as $path) {
            $response = $this->call('GET', $path);
            self::assertSame(404, $response->getStatusCode());
            self::assertJson((string) $response->getContent());
        }
    }

    public function testTheDatabaseIsTheOneTheEntitiesDescribe(): void
    {
        $manager = $this->kernel->getContainer()->get('doctrine');
        self::assertInstanceOf(\Doctrine\Persistence\ManagerRegistry::class, $manager);
        $entities = $manager->getManager();
        self::assertInstanceOf(\Doctrine\ORM\EntityManagerInterface::class, $entities);
        self::assertSame('wal', $entities->getConnection()->fetchOne('PRAGMA journal_mode'));
        $tables = $entities->getConnection()->createSchemaManager();
        foreach ($entities->getMetadataFactory()->getAllMetadata() as $entity) {
            $columns = array_map(static fn ($column): string => $column->getName(), $tables->listTableColumns($entity->getTableName()));
            $mapped = $entity->getColumnNames();
            foreach ($entity->getAssociationMappings() as $association) {
                if ($association instanceof \Doctrine\ORM\Mapping\ManyToOneAssociationMapping) {
                    $mapped = [...$mapped, ...array_keys($association->joinColumnFieldNames)];
                }
            }
            self::assertEqualsCanonicalizing($mapped, array_values($columns), $entity->getTableName());
        }
    }

    /** @return array<mixed> */
    private function keep(int $hue, int $basedOn): array
    {
        return $this->json('PUT', '/api/photos/1/grade', '/api/photos/{id}/grade', \sprintf('{"basedOn":%d,"look":%s}', $basedOn, Looks::json(['kind' => 'shift', 'params' => ['hue' => $hue]])));
    }

    /** @return array<mixed> */
    private function step(string $step): array
    {
        $grade = $this->json('GET', '/api/photos/1/grade', '/api/photos/{id}/grade');

        return $this->json('POST', '/api/photos/1/'.$step, '/api/photos/{id}/{step}', \sprintf('{"basedOn":%s}', $this->number($grade['revision'])));
    }

    /** @param array<mixed> $grade */
    private function hue(array $grade): mixed
    {
        /** @var array{look: array{moves: list<array{params: array{hue: int}}>}} $grade */
        return $grade['look']['moves'][0]['params']['hue'] ?? null;
    }
}
