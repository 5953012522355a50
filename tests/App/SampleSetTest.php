<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

/** The photos that come with Tovrin, imported one by one over HTTP. */
final class SampleSetTest extends ApiTestCase
{
    public function testAPhotoOfTheSampleSetComesWithItsGradeWhoseStrokesLieOnIt(): void
    {
        $sample = $this->json('GET', '/api/sample-set', '/api/sample-set');
        self::assertSame('Quillhaven Ceramics: glaze catalogue', $sample['name']);
        self::assertIsArray($sample['files']);
        self::assertContains('bowl-and-vase.jpg', $sample['files']);
        $this->json('POST', '/api/sets', '/api/sets', '{"name":"Trial"}');
        $photo = $this->json('POST', '/api/sets/1/sample', '/api/sets/{id}/sample', '{"file":"bowl-and-vase.jpg"}');
        self::assertSame('bowl-and-vase.jpg', $photo['name']);
        self::assertTrue($photo['graded']);
        $grade = $this->json('GET', '/api/photos/1/grade', '/api/photos/{id}/grade');
        $look = $grade['look'];
        self::assertIsArray($look);
        self::assertIsArray($look['moves']);
        self::assertCount(3, $look['moves']);
        self::assertSame($photo['key'], self::strokesOf($look['moves'][0]), 'they can be gone on from');
    }

    public function testAPhotoWithoutALookComesWithoutAGrade(): void
    {
        $this->json('POST', '/api/sets', '/api/sets', '{"name":"Trial"}');
        self::assertFalse($this->json('POST', '/api/sets/1/sample', '/api/sets/{id}/sample', '{"file":"hue-wheel.png"}')['graded']);
    }

    public function testNothingElseOfTheServerIsImported(): void
    {
        $this->json('POST', '/api/sets', '/api/sets', '{"name":"Trial"}');
        foreach (['../set.json', '/etc/passwd', 'bowl-and-vase', ''] as $file) {
            $answer = $this->call('POST', '/api/sets/1/sample', json_encode(['file' => $file], \JSON_THROW_ON_ERROR));
            self::assertContains($answer->getStatusCode(), [400, 404, 422], $file);
        }
        self::assertSame([], $this->json('GET', '/api/sets/1', '/api/sets/{id}')['photos']);
    }

    /** The photo that the strokes of a move were drawn on. */
    private static function strokesOf(mixed $move): mixed
    {
        self::assertIsArray($move);
        self::assertIsArray($move['reach']);
        self::assertIsArray($move['reach']['learned']);

        return $move['reach']['learned']['photo'] ?? null;
    }
}
