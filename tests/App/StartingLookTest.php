<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

use Tovrin\Tests\Core\Looks;

/** Looks that imported photos begin with: given before they are opened, fitted to each, changed for those that are there. */
final class StartingLookTest extends ApiTestCase
{
    private const SET = '/api/sets/1/starting-look';
    private const WARM = ['id' => 'w', 'kind' => 'warmth', 'label' => 'Warm', 'params' => ['warmth' => 20]];
    private const COOL = ['id' => 'c', 'kind' => 'warmth', 'label' => 'Cool', 'params' => ['warmth' => -20]];
    private const MINE = ['id' => 'mine', 'kind' => 'shift', 'label' => 'Mine', 'params' => ['hue' => 10]];

    public function testImportedPhotosBeginWithItBeforeTheyAreOpenedAndUndoLeadsToThePhotoAsItCame(): void
    {
        $this->json('POST', '/api/sets', '/api/sets', '{"name":"Patches"}');
        $this->start('own', self::WARM);
        $this->import();
        self::assertSame(1, $this->json('GET', '/api/sets/1', '/api/sets/{id}')['beginning']);
        $this->work();
        $photo = $this->json('GET', '/api/photos/1', '/api/photos/{id}');
        self::assertSame([true, 1, 1], [$photo['graded'], $photo['revision'], $photo['drawn']], 'and its small picture shows it');
        self::assertSame(0, $this->json('GET', '/api/sets/1', '/api/sets/{id}')['beginning']);
        $grade = $this->grade1();
        self::assertSame(['Test', ['Warm'], true, 'unmixed', ''], [$grade['began'], $this->labels(1), $grade['canUndo'], ((array) $grade['look'])['edges'], ((array) $grade['look'])['name']]);
        self::assertSame([['The photo as imported'], ['Starting look “Test”']], array_column($this->json('GET', '/api/photos/1/history', '/api/photos/{id}/history'), 'words'));
        $this->json('POST', '/api/photos/1/undo', '/api/photos/{id}/{step}', '{"basedOn":1}');
        self::assertSame([null, []], [$this->grade1()['began'], $this->labels(1)]);
    }

    public function testAPhotoThatIsOpenedBeforeAnyWorkerCameIsGivenItThenAndOnlyOnce(): void
    {
        $this->json('POST', '/api/sets', '/api/sets', '{"name":"Patches"}');
        $this->start('own', self::WARM);
        $this->import();
        self::assertSame(['Warm'], $this->labels(1));
        $this->work();
        self::assertSame([1, ['Warm']], [$this->grade1()['revision'], $this->labels(1)]);
    }

    public function testOneLookIsForAllSetsThatSayNothingOfTheirOwn(): void
    {
        $this->call('PUT', '/api/starting-look', \sprintf('{"look":%s}', Looks::json(self::WARM)));
        foreach (['One', 'Two', 'Three'] as $name) {
            $this->json('POST', '/api/sets', '/api/sets', "{\"name\":\"$name\"}");
        }
        $this->json('PUT', '/api/sets/2/starting-look', '/api/sets/{id}/starting-look', '{"as":"nothing"}');
        $this->json('PUT', '/api/sets/3/starting-look', '/api/sets/{id}/starting-look', \sprintf('{"as":"own","look":%s}', Looks::json(self::COOL)));
        foreach ([1, 2, 3] as $set) {
            $this->import($set);
        }
        $this->work();
        self::assertSame([['Warm'], [], ['Cool']], array_map($this->labels(...), [1, 2, 3]));
        self::assertEquals([['as' => 'all-sets', 'name' => 'Test', 'allSets' => 'Test'], ['as' => 'nothing', 'name' => null, 'allSets' => 'Test']], array_map(fn (int $set): array => $this->json('GET', "/api/sets/$set/starting-look", '/api/sets/{id}/starting-look'), [1, 2]));
    }

    public function testChangingItAsksWhatHappensToPhotosThatAreThere(): void
    {
        $this->json('POST', '/api/sets', '/api/sets', '{"name":"Patches"}');
        $this->start('own', self::WARM);
        foreach ([1, 2, 3] as $ignored) {
            $this->import();
        }
        $this->work();
        // The second was worked on, below its starting look; of the third the look itself was changed.
        $this->grade(2, 1, $this->moves(2)[0], self::MINE);
        $this->grade(3, 1, ['strength' => 40] + $this->moves(3)[0]);
        self::assertNull($this->start('own', self::COOL)['job'], 'for photos to come alone');
        self::assertSame([['Warm'], ['Warm', 'Mine'], ['Warm']], array_map($this->labels(...), [1, 2, 3]));

        $job = $this->start('own', self::COOL, 'untouched')['job'];
        self::assertIsArray($job);
        $this->work();
        self::assertSame([['Cool'], ['Warm', 'Mine'], ['Warm']], array_map($this->labels(...), [1, 2, 3]));
        $told = $this->json('GET', '/api/jobs/'.$this->number($job['id']), '/api/jobs/{id}');
        self::assertSame([1, 2], [$told['done'], $told['leftOut']]);

        $all = $this->start('own', self::COOL, 'all')['job'];
        self::assertIsArray($all);
        $this->work();
        self::assertSame([['Cool'], ['Cool', 'Mine'], ['Cool', 'Warm']], array_map($this->labels(...), [1, 2, 3]), 'what was done besides stays');
        self::assertSame('Test', $this->json('GET', '/api/photos/2/grade', '/api/photos/{id}/grade')['began']);
        $this->json('POST', '/api/jobs/'.$this->number($all['id']).'/undo', '/api/jobs/{id}/{what}');
        self::assertSame([['Cool'], ['Warm', 'Mine'], ['Warm']], array_map($this->labels(...), [1, 2, 3]));
        // What it began with goes back along with it.
        $began = $this->json('GET', '/api/photos/2/beginning', '/api/photos/{id}/beginning');
        self::assertSame(['Warm'], array_column((array) ((array) $began['look'])['moves'], 'label'));
    }

    public function testTakingItAwayTakesItFromPhotosToo(): void
    {
        $this->json('POST', '/api/sets', '/api/sets', '{"name":"Patches"}');
        $this->start('own', self::WARM);
        $this->import();
        $this->work();
        $this->json('PUT', self::SET, '/api/sets/{id}/starting-look', '{"as":"nothing","then":"untouched"}');
        $this->work();
        self::assertSame([], $this->labels(1));
    }

    public function testItIsFittedToEachPhoto(): void
    {
        $this->patches();
        $palette = json_encode($this->json('GET', '/api/photos/1/palette', '/api/photos/{id}/palette')['look'], \JSON_THROW_ON_ERROR);
        $this->json('PUT', self::SET, '/api/sets/{id}/starting-look', \sprintf('{"as":"own","look":%s}', $palette));
        $dim = Pictures::png($this->data.'/dim.png', 64, 64, static fn (int $x, int $y): array => $y < 32 ? ($x < 32 ? [150, 109, 34] : [19, 96, 90]) : ($x < 32 ? [96, 96, 96] : [191, 191, 191]));
        $this->json('POST', '/api/sets/1/photos?name=dim.png', '/api/sets/{id}/photos', (string) file_get_contents($dim));
        $this->work();
        $middles = static function (array $look): array {
            /** @var array{moves: list<array{params: array{pots: list<array{middle: array{lightness: float}}>}}>} $look */
            return array_map(static fn (array $pot): float => $pot['middle']['lightness'], $look['moves'][0]['params']['pots']);
        };
        /** @var array<mixed> $mine */
        $mine = json_decode($palette, true, 64, \JSON_THROW_ON_ERROR);
        self::assertLessThan(array_sum($middles($mine)) - 0.2, array_sum($middles((array) $this->json('GET', '/api/photos/2/grade', '/api/photos/{id}/grade')['look'])));
    }

    /**
     * @param array<string, mixed> $move
     *
     * @return array<mixed>
     */
    private function start(string $as, array $move, string $then = 'new'): array
    {
        return $this->json('PUT', self::SET, '/api/sets/{id}/starting-look', \sprintf('{"as":"%s","look":%s,"then":"%s"}', $as, Looks::json($move), $then));
    }

    private function import(int $set = 1): void
    {
        $path = Pictures::png($this->data.'/patches.png', 64, 64, static fn (int $x, int $y): array => $y < 32 ? ($x < 32 ? [200, 146, 46] : [26, 128, 120]) : ($x < 32 ? [128, 128, 128] : [255, 255, 255]));
        $this->json('POST', "/api/sets/$set/photos?name=patches.png", '/api/sets/{id}/photos', (string) file_get_contents($path));
    }

    /** @return array<mixed> */
    private function grade1(): array
    {
        return $this->json('GET', '/api/photos/1/grade', '/api/photos/{id}/grade');
    }

    /** @return list<mixed> */
    private function labels(int $photo): array
    {
        return array_column($this->moves($photo), 'label');
    }

    /** @return list<array<string, mixed>> */
    private function moves(int $photo): array
    {
        /** @var array{look: array{moves: list<array<string, mixed>>}} $grade */
        $grade = $this->json('GET', "/api/photos/$photo/grade", '/api/photos/{id}/grade');

        return array_map(static fn (array $move): array => ['params' => (object) (array) $move['params']] + $move, $grade['look']['moves']);
    }
}
