<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

/** Kept states of a grade, and the steps that led to the present one. */
final class VersionsApiTest extends ApiTestCase
{
    private const VERSIONS = '/api/photos/{id}/versions';
    private const HISTORY = '/api/photos/{id}/history';

    public function testAVersionIsKeptTakenRenamedRemovedAndBroughtBack(): void
    {
        $this->patches();
        $this->grade(1, 0, ['kind' => 'shift', 'id' => 'a', 'params' => ['hue' => 30]]);
        self::assertSame('Version 1', $this->json('POST', '/api/photos/1/versions', self::VERSIONS, '{"basedOn":1}')['name']);
        $this->grade(1, 1, ['kind' => 'warmth', 'id' => 'b', 'params' => ['warmth' => 40]]);
        self::assertSame('Version 2', $this->json('POST', '/api/photos/1/versions', self::VERSIONS, '{"basedOn":2}')['name']);
        self::assertSame('warmer', $this->json('PATCH', '/api/versions/2', '/api/versions/{id}', '{"name":" warmer "}')['name']);
        $taken = $this->json('POST', '/api/versions/1/take', '/api/versions/{id}/take', '{"basedOn":2}');
        self::assertSame([3, ['shift'], true], [$taken['revision'], $this->lookIn($taken)[1], $taken['canUndo']]);
        self::assertSame(204, $this->call('DELETE', '/api/versions/1')->getStatusCode());
        self::assertSame(['warmer'], $this->names());
        self::assertSame(404, $this->call('POST', '/api/versions/1/take', '{"basedOn":3}')->getStatusCode());
        $this->json('POST', '/api/versions/1/restore', '/api/versions/{id}/restore');
        self::assertSame(['Version 1', 'warmer'], $this->names());
        $this->json('POST', '/api/photos/1/versions', self::VERSIONS, '{"basedOn":2}', 409);
    }

    public function testTheHistorySaysWhatEachStepDidAndCanBeGoneThrough(): void
    {
        $this->patches();
        $this->grade(1, 0, ['kind' => 'shift', 'id' => 'a', 'label' => 'Bowl', 'params' => ['hue' => 30]]);
        $this->grade(1, 1, ['kind' => 'shift', 'id' => 'a', 'label' => 'Bowl', 'params' => ['hue' => 40]], ['kind' => 'warmth', 'id' => 'b']);
        $this->grade(1, 2, ['kind' => 'warmth', 'id' => 'b', 'strength' => 50, 'params' => ['warmth' => 10]]);
        self::assertSame([
            [0, ['The photo as imported'], false],
            // Looks that say nothing of edges have them mixed; a photo begins with them unmixed.
            [1, ['Added “Bowl”', 'Clean edges off'], false],
            [2, ['Added Warmth', '“Bowl”: hue 30 → 40'], false],
            [3, ['Removed “Bowl”', 'Warmth 0 → 10', 'Warmth: amount 100 → 50 %'], true],
        ], $this->steps());
        self::assertSame([4, true, true], array_values(array_intersect_key($this->json('POST', '/api/photos/1/history', self::HISTORY, '{"number":1,"basedOn":3}'), ['revision' => 1, 'canUndo' => 1, 'canRedo' => 1])));
        self::assertSame([false, true, false, false], array_column($this->steps(), 2), 'the steps after it stay');
        $this->json('POST', '/api/photos/1/history', self::HISTORY, '{"number":3,"basedOn":4}');
        self::assertTrue($this->steps()[3][2]);
        $this->json('POST', '/api/photos/1/history', self::HISTORY, '{"number":9,"basedOn":5}', 404);
        $this->json('POST', '/api/photos/1/history', self::HISTORY, '{"number":1,"basedOn":2}', 409);
        self::assertSame(5, $this->json('GET', '/api/photos/1/grade', '/api/photos/{id}/grade')['revision'], 'what was refused changed nothing');
    }

    /** @return list<mixed> */
    private function names(): array
    {
        return array_column($this->json('GET', '/api/photos/1/versions', self::VERSIONS), 'name');
    }

    /** @return list<array{mixed, mixed, mixed}> number, words, whether it is the present one */
    private function steps(): array
    {
        return array_map(static fn (mixed $step): array => \is_array($step) ? [$step['number'], $step['words'], $step['now']] : [], array_values($this->json('GET', '/api/photos/1/history', self::HISTORY))); // @phpstan-ignore return.type
    }
}
