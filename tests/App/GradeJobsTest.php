<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

use Tovrin\Tests\Core\Looks;

/** Changes to the grades of many photos: paused, stopped, undone as one, gone on with after a worker has died. */
final class GradeJobsTest extends ApiTestCase
{
    public function testAPausedJobWaitsGoesOnAndIsStopped(): void
    {
        $this->patches(5);
        $job = $this->carry(2, 3, 4, 5);
        $this->json('POST', "/api/jobs/$job/pause", '/api/jobs/{id}/{what}');
        $this->work();
        self::assertSame([4, 0, true], $this->told($job, 'waiting', 'done', 'paused'));
        $this->json('POST', "/api/jobs/$job/resume", '/api/jobs/{id}/{what}');
        $this->work(function () use ($job): void {
            // Each photo is told of when it is done.
            $this->json('POST', "/api/jobs/$job/stop", '/api/jobs/{id}/{what}');
        });
        self::assertSame([0, 1, 3], $this->told($job, 'waiting', 'done', 'stopped'));
        self::assertSame([1, 0, 0, 0], array_map($this->moves(...), [2, 3, 4, 5]));
    }

    public function testOneUndoTakesAllBackButWhatWasChangedSince(): void
    {
        $this->patches(4);
        $this->grade(3, 0, ['kind' => 'curves']);
        $job = $this->carry(2, 3, 4);
        $this->work();
        self::assertSame([1, 2, 1], array_map($this->moves(...), [2, 3, 4]));
        $this->grade(4, 1, ['kind' => 'warmth', 'params' => ['warmth' => 5]], ['kind' => 'curves']);
        $this->json('POST', "/api/jobs/$job/undo", '/api/jobs/{id}/{what}');
        self::assertSame([0, 1, 2], array_map($this->moves(...), [2, 3, 4]));
        self::assertSame(['curves'], array_column((array) $this->look(3)['moves'], 'kind'));
        self::assertSame([true, 2, 1], $this->told($job, 'undone', 'done', 'leftOut'));
        self::assertSame([['photoId' => 4, 'name' => 'patches.png', 'leftOut' => true, 'words' => ['It was changed since, and is left as it is.']]], $this->told($job, 'told')[0]);
        // Each can be done again by itself.
        $this->json('POST', '/api/photos/2/redo', '/api/photos/{id}/{step}', '{"basedOn":2}');
        self::assertSame(1, $this->moves(2));
    }

    public function testWhatADeadWorkerHadInHandIsTakenUpAgainAndDoneOnce(): void
    {
        $this->patches(3);
        $job = $this->carry(2, 3);
        $this->connection()->executeStatement('UPDATE grade_job_photo SET worker = ?, attempts = 1 WHERE photo_id = 2', [gethostname().':1:0']);
        // Its message was lost with it; the other's comes twice.
        $this->connection()->executeStatement("DELETE FROM messenger_messages WHERE body LIKE '%ChangeGrade%' AND id = (SELECT MIN(id) FROM messenger_messages WHERE body LIKE '%ChangeGrade%')");
        $this->json('POST', "/api/jobs/$job/resume", '/api/jobs/{id}/{what}');
        $this->work();
        self::assertSame([2, 0, 0], $this->told($job, 'done', 'waiting', 'leftOut'));
        self::assertSame([1, 1], array_map(fn (int $photo): mixed => $this->json('GET', "/api/photos/$photo/grade", '/api/photos/{id}/grade')['revision'], [2, 3]));
    }

    public function testAPhotoThatKillsItsWorkersIsLeftOutAndSaidSo(): void
    {
        $this->patches(2);
        $job = $this->carry(2);
        $this->connection()->executeStatement('UPDATE grade_job_photo SET worker = ?, attempts = 3', [gethostname().':1:0']);
        $this->work();
        self::assertSame([0, 1], $this->told($job, 'done', 'leftOut'));
        self::assertStringContainsString('begun 3 times', (string) json_encode($this->told($job, 'told')));
        self::assertSame(0, $this->moves(2));
    }

    public function testAPhotoThatIsRemovedMeanwhileIsLeftOut(): void
    {
        $this->patches(3);
        $job = $this->carry(2, 3);
        $this->call('DELETE', '/api/photos/3');
        $this->work();
        self::assertSame([1, 1], $this->told($job, 'done', 'leftOut'));
        self::assertStringContainsString('removed from its set', (string) json_encode($this->told($job, 'told')));
    }

    public function testAChangeMadeMeanwhileIsKeptBelow(): void
    {
        $this->patches(2);
        $this->carry(2);
        $this->grade(2, 0, ['kind' => 'warmth', 'id' => 'w', 'params' => ['warmth' => 5]]);
        $this->work();
        self::assertSame(['warmth', 'shift'], array_column((array) $this->look(2)['moves'], 'kind'));
    }

    private function carry(int ...$to): int
    {
        $asked = $this->json('POST', '/api/photos/1/carry', '/api/photos/{id}/carry', \sprintf('{"look":%s,"to":[%s],"how":"below","fit":false}', Looks::json(['id' => 'a', 'kind' => 'shift', 'params' => ['hue' => 40]]), implode(',', $to)));
        self::assertIsInt($asked['id']);

        return $asked['id'];
    }

    /** @return list<mixed> */
    private function told(int $job, string ...$members): array
    {
        $told = $this->json('GET', "/api/jobs/$job", '/api/jobs/{id}');

        return array_map(static fn (string $member): mixed => $told[$member], array_values($members));
    }

    private function moves(int $photo): int
    {
        return \count((array) $this->look($photo)['moves']);
    }

    /** @return array<mixed> */
    private function look(int $photo): array
    {
        return (array) $this->json('GET', "/api/photos/$photo/grade", '/api/photos/{id}/grade')['look'];
    }
}
