<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Component\HttpFoundation\BinaryFileResponse;
use Tovrin\App\Server\Housekeeping;
use Tovrin\Tests\Core\Looks;

/** Nothing is lost: two windows, removing and bringing back, and requests that are not as they should be. */
final class KeepingTest extends ApiTestCase
{
    private const GRADE = '/api/photos/{id}/grade';

    public function testMovesComeBackWithIdsAndKeepThem(): void
    {
        $this->photo();
        $kept = $this->keep(0, ['kind' => 'shift', 'params' => ['hue' => 5]], ['kind' => 'warmth', 'id' => 'mine']);
        self::assertSame(['m1', 'mine'], $this->ids($kept));
        self::assertSame(['m1', 'mine'], $this->ids($this->json('GET', '/api/photos/1/grade', self::GRADE)));
    }

    public function testUndoAndRedoNoticeAnotherWindow(): void
    {
        $this->photo();
        $this->keep(0, ['kind' => 'shift', 'params' => ['hue' => 5]]);
        $this->keep(1, ['kind' => 'shift', 'params' => ['hue' => 9]]);
        foreach (['undo', 'redo'] as $step) {
            $refused = $this->json('POST', '/api/photos/1/'.$step, '/api/photos/{id}/{step}', '{"basedOn":1}', 409);
            self::assertStringContainsString('another window', $this->text($refused['error']));
        }
        self::assertSame(2, $this->json('GET', '/api/photos/1/grade', self::GRADE)['revision'], 'nothing was stepped over');
        self::assertSame(3, $this->json('POST', '/api/photos/1/undo', '/api/photos/{id}/{step}', '{"basedOn":2}')['revision']);
    }

    public function testARevisionNeverReturnsSoThatWhoeverSawAnEarlierOneIsTold(): void
    {
        $this->photo();
        $this->keep(0, ['kind' => 'shift', 'params' => ['hue' => 5]]);
        $seen = [0, 1];
        $now = 1;
        foreach (['undo', 'redo', 'undo'] as $which) {
            $seen[] = $now = (int) $this->number($this->json('POST', '/api/photos/1/'.$which, '/api/photos/{id}/{step}', \sprintf('{"basedOn":%d}', $now))['revision']);
        }
        $seen[] = (int) $this->number($this->keep($now, ['kind' => 'shift', 'params' => ['hue' => 7]])['revision']);
        self::assertSame(array_unique($seen), $seen);
        foreach (\array_slice($seen, 0, -1) as $old) {
            foreach (['undo', 'redo'] as $which) {
                $this->json('POST', '/api/photos/1/'.$which, '/api/photos/{id}/{step}', \sprintf('{"basedOn":%d}', $old), 409);
            }
            $this->json('PUT', '/api/photos/1/grade', self::GRADE, \sprintf('{"basedOn":%d,"look":%s}', $old, Looks::json()), 409);
        }
    }

    public function testAPhotoCountsAsGradedOnlyWhileItsGradeHasMoves(): void
    {
        $this->photo();
        $graded = fn (): mixed => $this->json('GET', '/api/photos/1', '/api/photos/{id}')['graded'];
        self::assertFalse($graded());
        $this->keep(0, ['kind' => 'shift']);
        self::assertTrue($graded());
        $this->keep(1);
        self::assertFalse($graded(), 'the last move was removed');
        $this->json('POST', '/api/photos/1/undo', '/api/photos/{id}/{step}', '{"basedOn":2}');
        self::assertTrue($graded());
    }

    public function testARemovedPhotoComesBackWithItsGradeUntilItIsClearedAway(): void
    {
        $this->photo();
        $this->keep(0, ['kind' => 'shift', 'params' => ['hue' => 5]]);
        self::assertSame(204, $this->call('DELETE', '/api/photos/1')->getStatusCode());
        self::assertSame(404, $this->call('GET', '/api/photos/1/grade')->getStatusCode());
        self::assertSame([], $this->json('GET', '/api/sets/1', '/api/sets/{id}')['photos']);
        self::assertSame(1, $this->json('POST', '/api/photos/1/restore', '/api/photos/{id}/restore')['id']);
        self::assertSame(1, $this->json('GET', '/api/photos/1/grade', self::GRADE)['revision']);

        $this->call('DELETE', '/api/photos/1');
        $this->housekeeping()->clear(new \DateTimeImmutable('+6 days'));
        self::assertCount(1, glob($this->data.'/photos/*') ?: [], 'it can still be brought back');
        $this->housekeeping()->clear(new \DateTimeImmutable('+8 days'));
        self::assertSame([], glob($this->data.'/photos/*') ?: [], 'its files are gone');
        self::assertSame(404, $this->call('POST', '/api/photos/1/restore')->getStatusCode());
    }

    public function testASetIsRenamedRemovedAndBroughtBack(): void
    {
        $this->photo();
        self::assertSame('Autumn', $this->json('PATCH', '/api/sets/1', '/api/sets/{id}', '{"name":" Autumn "}')['name']);
        self::assertSame(204, $this->call('DELETE', '/api/sets/1')->getStatusCode());
        self::assertSame([], $this->json('GET', '/api/sets', '/api/sets'));
        self::assertSame(404, $this->call('GET', '/api/photos/1')->getStatusCode(), 'its photos went along');
        self::assertSame(['Autumn', 1], array_values(array_intersect_key($this->json('POST', '/api/sets/1/restore', '/api/sets/{id}/restore'), ['name' => 1, 'photoCount' => 1])));
        $this->call('DELETE', '/api/sets/1');
        $this->housekeeping()->clear(new \DateTimeImmutable('+8 days'));
        self::assertSame([], glob($this->data.'/photos/*') ?: []);
    }

    public function testFilesThatBelongToNothingAreSwept(): void
    {
        $this->photo();
        mkdir($this->data.'/exports');
        file_put_contents($this->data.'/exports/77', 'of an export that is gone');
        touch($this->data.'/.upload.abc.part', time() - 2 * 86_400);
        touch($this->data.'/.upload.new.part');
        $this->housekeeping()->clear();
        self::assertFileDoesNotExist($this->data.'/exports/77');
        self::assertFileDoesNotExist($this->data.'/.upload.abc.part');
        self::assertFileExists($this->data.'/.upload.new.part', 'one that may be under way is left');
        self::assertCount(1, glob($this->data.'/photos/*') ?: []);
    }

    /** At 100 % the studio shows the very pixels that a delivered file is made from. */
    public function testTheFullPictureIsTheOriginalOrWithoutLoss(): void
    {
        $this->photo();
        $picture = $this->call('GET', '/api/photos/1/full');
        self::assertInstanceOf(BinaryFileResponse::class, $picture);
        self::assertSame('image/png', $picture->headers->get('Content-Type'));
        self::assertFileEquals($this->data.'/colours.png', $picture->getFile()->getPathname());
    }

    #[DataProvider('wrongRequests')]
    public function testWrongRequestsAreRefusedByThePlaceOfWhatIsWrong(string $method, string $path, string $body, int $status, string $words): void
    {
        $this->photo();
        $response = $this->call($method, $path, $body);
        self::assertSame($status, $response->getStatusCode(), (string) $response->getContent());
        self::assertMatchesRegularExpression($words, (string) $response->getContent());
    }

    /** @return iterable<string, array{string, string, string, int, string}> */
    public static function wrongRequests(): iterable
    {
        $look = '"look":'.Looks::json();
        yield 'no JSON' => ['POST', '/api/sets', 'name', 400, '/not JSON/'];
        yield 'no object' => ['POST', '/api/sets', '[]', 422, '/name/'];
        yield 'an empty name' => ['POST', '/api/sets', '{"name":"  "}', 422, '/name: must not be empty/'];
        yield 'a name of another type' => ['POST', '/api/sets', '{"name":5}', 422, '/name/'];
        yield 'a lattice too fine' => ['POST', '/api/cube', "{\"lattice\":400,$look}", 422, '/lattice: must be from 2 to 65/'];
        yield 'a lattice that is a word' => ['POST', '/api/cube', "{\"lattice\":\"fine\",$look}", 422, '/lattice/'];
        yield 'no look' => ['POST', '/api/cube', '{"lattice":17}', 422, '/look/'];
        yield 'a look that is none' => ['POST', '/api/cube', '{"lattice":17,"look":{"moves":[]}}', 422, '/tovrinLook: missing/'];
        yield 'a setting out of range' => ['POST', '/api/cube', '{"lattice":17,"look":'.Looks::json(['kind' => 'shift', 'params' => ['hue' => 999]]).'}', 422, '/moves\[0\].params.hue: 999 is too large/'];
        yield 'a place far away' => ['POST', '/api/photos/1/probes', "{\"points\":[{\"x\":0.5,\"y\":99,\"size\":5}],$look}", 422, "/points\[0\].y: must be from -10 to 10/"];
        yield 'a probe too large' => ['POST', '/api/photos/1/probes', "{\"points\":[{\"x\":0.5,\"y\":0.5,\"size\":500}],$look}", 422, "/points\[0\].size: must be from 1 to 101/"];
        yield 'a stroke of words' => ['POST', '/api/photos/1/reach', '{"samples":[{"as":"wanted","shape":"path","points":[["a","b"]]}]}', 422, '/samples\[0\].points: each point is a pair of numbers/'];
        yield 'a stroke without points' => ['POST', '/api/photos/1/reach', '{"samples":[{"as":"wanted","shape":"path","points":[]}]}', 422, '/samples\[0\].points: must be a list/'];
        yield 'a shape there is not' => ['POST', '/api/photos/1/reach', '{"samples":[{"as":"wanted","shape":"star","points":[[0.5,0.5]]}]}', 422, '/shape/'];
        yield 'a reach that is a list' => ['POST', '/api/photos/1/reach', '{"base":[],"samples":[]}', 422, '/reach: must be an object/'];
        yield 'a format there is not' => ['POST', '/api/deliveries', '{"photos":[{"id":1,"basedOn":0}],"outputs":[{"format":"bmp"}]}', 422, '/format/'];
        yield 'a photo that is not there' => ['POST', '/api/deliveries', '{"photos":[{"id":9,"basedOn":0}],"outputs":[{"format":"jpeg"}]}', 404, '/photo no longer exists/'];
    }

    /**
     * @param array<string, mixed> ...$moves
     *
     * @return array<mixed>
     */
    private function keep(int $basedOn, array ...$moves): array
    {
        return $this->json('PUT', '/api/photos/1/grade', self::GRADE, \sprintf('{"basedOn":%d,"look":%s}', $basedOn, Looks::json(...$moves)));
    }

    /**
     * @param array<mixed> $grade
     *
     * @return list<mixed>
     */
    private function ids(array $grade): array
    {
        self::assertIsArray($grade['look']);
        self::assertIsArray($grade['look']['moves']);

        return array_column($grade['look']['moves'], 'id');
    }

    private function housekeeping(): Housekeeping
    {
        $manager = $this->kernel->getContainer()->get(Housekeeping::class);
        self::assertInstanceOf(Housekeeping::class, $manager);

        return $manager;
    }
}
