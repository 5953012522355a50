<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

use Tovrin\App\Message\StudyPhoto;
use Tovrin\App\Queue\Queue;
use Tovrin\App\Queue\Transport;

/** Photos are studied ahead of need, once each; what cannot be studied is said and passed over. */
final class StudiesTest extends ApiTestCase
{
    /** @var list<string> */
    private array $said = [];

    public function testAPhotoIsStudiedOnceAndItsPotsThenComeFromThat(): void
    {
        $this->shaded();
        self::assertSame([], $this->kept('study-2'));
        $this->work($this->say(...));
        self::assertSame(['Studied "colours.png"'], $this->said);
        self::assertCount(1, $this->kept('study-2'));
        self::assertCount(1, $this->kept('pots-*.json'));
        $this->queue()->put(new StudyPhoto(1), Transport::Ahead);
        $this->work($this->say(...));
        self::assertCount(1, $this->said, 'asked again, nothing is left to do');
    }

    public function testADamagedStudyIsMadeAnew(): void
    {
        $this->shaded();
        $this->work();
        [$path] = $this->kept('study-2');
        $whole = (string) file_get_contents($path);
        file_put_contents($path, substr($whole, 0, 500));
        $fit = $this->json('POST', '/api/photos/1/reach', '/api/photos/{id}/reach', '{"base":null,"samples":[{"as":"wanted","shape":"point","points":[[0.5,0.5]]}]}');
        self::assertNotNull($fit['reach']);
        self::assertSame($whole, file_get_contents($path), 'the same as before');
        // What an earlier version has left is cleared away with the next one.
        file_put_contents(\dirname($path).'/study-1', $whole);
        unlink($path);
        $this->json('POST', '/api/photos/1/reach', '/api/photos/{id}/reach', '{"base":null,"samples":[{"as":"wanted","shape":"point","points":[[0.5,0.5]]}]}');
        self::assertSame([basename($path)], array_values(array_filter(array_map(basename(...), $this->kept('study-*')), static fn (string $name): bool => !str_ends_with($name, '.lock'))));
    }

    public function testAPhotoThatCannotBeStudiedIsSaidAndNotTriedAgain(): void
    {
        $this->shaded();
        foreach (['preview.jpg', 'preview.rgb'] as $name) {
            foreach ($this->kept($name) as $path) {
                unlink($path);
            }
        }
        $this->work($this->say(...));
        $this->work($this->say(...));
        self::assertCount(1, $this->said);
        self::assertStringContainsString('"colours.png" could not be studied', $this->said[0]);
    }

    /** Brings in two shaded halves, one ochre and one blue. */
    private function shaded(): void
    {
        $this->json('POST', '/api/sets', '/api/sets', '{"name":"A set"}');
        $path = Pictures::png($this->data.'/colours.png', 60, 40, static fn (int $x, int $y): array => $x < 30 ? [120 + 2 * $x, 80 + $y, 40] : [40, 60 + $y, 80 + $x]);
        $this->json('POST', '/api/sets/1/photos?name=colours.png', '/api/sets/{id}/photos', (string) file_get_contents($path));
    }

    private function say(string $line): void
    {
        $this->said[] = $line;
    }

    /** @return list<string> paths of photos' files of a name */
    private function kept(string $name): array
    {
        return glob($this->data.'/photos/*/'.$name) ?: [];
    }

    private function queue(): Queue
    {
        $queue = $this->kernel->getContainer()->get(Queue::class);
        self::assertInstanceOf(Queue::class, $queue);

        return $queue;
    }
}
