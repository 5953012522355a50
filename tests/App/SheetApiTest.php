<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

use Symfony\Component\HttpFoundation\BinaryFileResponse;

/** A set as a whole: its small pictures as graded, its order, its photos renamed, moved, taken out and brought back. */
final class SheetApiTest extends ApiTestCase
{
    private const TEAL_TO_RED = ['kind' => 'recolour', 'params' => ['anchor' => '#1a8078', 'target' => '#b02020']];

    public function testASmallPictureIsDrawnAsGradedOnceTheGradeChanges(): void
    {
        $this->patches();
        self::assertSame([0, 0], $this->shown(1), 'as it came, from the start');
        $this->grade(1, 0, self::TEAL_TO_RED);
        self::assertSame([1, 0], $this->shown(1), 'behind until a worker has drawn it');
        $drawn = $this->json('GET', '/api/sets/1/drawn/0', '/api/sets/{id}/drawn/{after}');
        self::assertSame([[], 1], [$drawn['photos'], $drawn['behind']]);
        $this->work();
        $drawn = $this->json('GET', '/api/sets/1/drawn/0', '/api/sets/{id}/drawn/{after}');
        self::assertSame([1, 0], [\count((array) $drawn['photos']), $drawn['behind']]);
        self::assertSame([1, 1], $this->shown(1));
        [$r, $g] = Pictures::pixel($this->small(1, 1), 48, 16);
        self::assertGreaterThan(120, $r);
        self::assertLessThan(70, $g);
        [$r, $g] = Pictures::pixel($this->small(1, 0), 48, 16);
        self::assertEqualsWithDelta([26, 128], [$r, $g], 8, 'the photo as it came stays at hand');
        $nothing = $this->json('GET', '/api/sets/1/drawn/'.$this->number($drawn['until']), '/api/sets/{id}/drawn/{after}');
        self::assertSame([], $nothing['photos'], 'what is known is not told again');
    }

    public function testSeveralChangesInARowAreDrawnOnceAndUndoIsDrawnToo(): void
    {
        $this->patches();
        $this->grade(1, 0, self::TEAL_TO_RED);
        $this->grade(1, 1, self::TEAL_TO_RED, ['kind' => 'warmth', 'params' => ['warmth' => 40]]);
        $this->work();
        self::assertSame([2, 2], $this->shown(1));
        $this->json('POST', '/api/photos/1/undo', '/api/photos/{id}/{step}', '{"basedOn":2}');
        $this->json('POST', '/api/photos/1/undo', '/api/photos/{id}/{step}', '{"basedOn":3}');
        $this->work();
        self::assertSame([4, 4], $this->shown(1));
        self::assertCount(2, glob($this->data.'/photos/*/graded-*.jpg') ?: [], 'only what can be shown is kept, and the photo as it came');
    }

    public function testASetIsOrderedByNameByTimeAndByHand(): void
    {
        $this->json('POST', '/api/sets', '/api/sets', '{"name":"Orders"}');
        $plain = Pictures::png($this->data.'/plain.png', 8, 8, static fn (): array => [90, 120, 60]);
        foreach (['frame-10.png' => '2026:11:02 09:00:00', 'frame-2.png' => '2026:11:03 09:00:00', 'cover.png' => null] as $name => $taken) {
            $this->call('POST', '/api/sets/1/photos?name='.$name, null === $taken ? (string) file_get_contents($plain) : self::takenAt($plain, $taken));
        }
        self::assertSame('2026-11-02T09:00:00', $this->json('GET', '/api/photos/1', '/api/photos/{id}')['takenAt']);
        self::assertSame(['frame-10.png', 'frame-2.png', 'cover.png'], $this->names());
        $this->json('PATCH', '/api/sets/1', '/api/sets/{id}', '{"sorted":"name"}');
        self::assertSame(['cover.png', 'frame-2.png', 'frame-10.png'], $this->names(), 'numbers as people count');
        $this->json('PATCH', '/api/sets/1', '/api/sets/{id}', '{"sorted":"taken"}');
        self::assertSame(['frame-10.png', 'frame-2.png', 'cover.png'], $this->names(), 'what says nothing comes last');
        $this->json('PUT', '/api/sets/1/arrangement', '/api/sets/{id}/arrangement', '{"photos":[3,2]}');
        self::assertSame(['cover.png', 'frame-2.png', 'frame-10.png'], $this->names(), 'what was not named comes behind');
        $this->call('POST', '/api/sets/1/photos?name=new.png', (string) file_get_contents($plain));
        self::assertSame(['cover.png', 'frame-2.png', 'frame-10.png', 'new.png'], $this->names(), 'and what is brought in');
    }

    public function testPhotosAreRenamedMovedTakenOutAndBroughtBack(): void
    {
        $this->patches(3);
        $this->json('POST', '/api/sets', '/api/sets', '{"name":"Other"}');
        self::assertSame('Front view.png', $this->json('PATCH', '/api/photos/1', '/api/photos/{id}', '{"name":" Front view.png "}')['name']);
        self::assertSame('view.png', $this->json('PATCH', '/api/photos/1', '/api/photos/{id}', '{"name":"../secret/view.png"}')['name'], 'a name is no path');
        $this->grade(2, 0, self::TEAL_TO_RED);
        self::assertSame(2, $this->json('POST', '/api/sets/2/take', '/api/sets/{id}/take', '{"photos":[1,2]}')['photoCount']);
        self::assertSame(['patches.png'], $this->names());
        self::assertSame(1, $this->json('GET', '/api/photos/2/grade', '/api/photos/{id}/grade')['revision'], 'grades go along');
        self::assertSame(204, $this->call('POST', '/api/photos/removed', '{"photos":[1,2]}')->getStatusCode());
        self::assertSame([1, 0], array_column($this->json('GET', '/api/sets', '/api/sets'), 'photoCount'));
        self::assertCount(2, $this->json('POST', '/api/photos/restored', '/api/photos/restored', '{"photos":[2,1]}'));
        self::assertSame([1, 2], array_column($this->json('GET', '/api/sets', '/api/sets'), 'photoCount'));
    }

    /** @return array{mixed, mixed} the revision in force and the one that is drawn */
    private function shown(int $photo): array
    {
        $view = $this->json('GET', "/api/photos/$photo", '/api/photos/{id}');

        return [$view['revision'], $view['drawn']];
    }

    private function small(int $photo, int $revision): string
    {
        $picture = $this->call('GET', "/api/photos/$photo/small/$revision");
        self::assertInstanceOf(BinaryFileResponse::class, $picture);

        return $picture->getFile()->getPathname();
    }

    /** @return list<mixed> @phpstan-impure */
    private function names(): array
    {
        return array_column((array) $this->json('GET', '/api/sets/1', '/api/sets/{id}')['photos'], 'name');
    }

    /** A JPEG whose EXIF data hold DateTimeOriginal; laid out as TIFF 6.0 and CIPA DC-008 say. */
    private static function takenAt(string $png, string $time): string
    {
        $entry = static fn (int $tag, int $type, int $count, int $value): string => pack('vvVV', $tag, $type, $count, $value);
        // Header, one directory with the pointer to the EXIF directory, that with its one entry, the text.
        $exif = "Exif\0\0II*\0".pack('V', 8).pack('v', 1).$entry(0x8769, 4, 1, 26).pack('V', 0).pack('v', 1).$entry(0x9003, 2, 20, 44).pack('V', 0).$time."\0";
        $image = new \Imagick($png);
        $image->setImageFormat('jpeg');

        // Behind the start marker.
        return substr_replace($image->getImageBlob(), "\xFF\xE1".pack('n', \strlen($exif) + 2).$exif, 2, 0);
    }
}
