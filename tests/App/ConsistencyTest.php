<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

/** The same thing over several photos: found under other light, measured, brought to the first. */
final class ConsistencyTest extends ApiTestCase
{
    public function testTheSameThingIsMeasuredOverPhotosAndBroughtToTheFirst(): void
    {
        $this->set();
        $pot = $this->tealPot();
        $read = $this->json('POST', '/api/photos/1/same', '/api/photos/{id}/same', "{\"pot\":$pot,\"to\":[2,3]}");
        [$first, $second, $third] = $this->photos($read);
        self::assertSame([1, 2, 3], [$first['photoId'], $second['photoId'], $third['photoId']]);
        self::assertEqualsWithDelta(0.0, $first['difference'], 1e-9);
        self::assertGreaterThan(3.0, $second['difference']);
        self::assertNull($third['colour'], 'a photo without it says so');
        self::assertIsFloat($read['spread']);

        $asked = $this->json('POST', '/api/photos/1/same/bring', '/api/photos/{id}/same/bring', "{\"pot\":$pot,\"to\":[1,2,3]}");
        $this->work();
        $done = $this->json('GET', '/api/jobs/'.$this->number($asked['id']), '/api/jobs/{id}');
        self::assertSame([2, 1, 1], [$done['count'], $done['done'], $done['leftOut']]);
        self::assertSame([['photoId' => 3, 'name' => 'grey.png', 'leftOut' => true, 'words' => ['It has nothing similar.']]], $done['told']);
        self::assertLessThan(0.5, $this->json('POST', '/api/photos/1/same', '/api/photos/{id}/same', "{\"pot\":$pot,\"to\":[2,3]}")['spread'], 'no eye tells them apart');
        self::assertSame([0, 1, 0], array_map(fn (int $id): mixed => $this->json('GET', "/api/photos/$id", '/api/photos/{id}')['revision'], [1, 2, 3]));
        // One step back, and it is as it was.
        $this->json('POST', '/api/photos/2/undo', '/api/photos/{id}/{step}', '{"basedOn":1}');
        self::assertEqualsWithDelta($read['spread'], $this->json('POST', '/api/photos/1/same', '/api/photos/{id}/same', "{\"pot\":$pot,\"to\":[2]}")['spread'], 1e-9);
    }

    public function testAPotThereIsNotIsRefused(): void
    {
        $this->set();
        $this->json('POST', '/api/photos/1/same', '/api/photos/{id}/same', '{"pot":99,"to":[2]}', 404);
        $this->json('POST', '/api/photos/1/same', '/api/photos/{id}/same', '{"pot":0,"to":[]}', 422);
    }

    /** A teal thing on pale ground; the same, dimmer and warmer; grey all over. */
    private function set(): void
    {
        $this->json('POST', '/api/sets', '/api/sets', '{"name":"Frames"}');
        foreach (['first' => [[30, 130, 125], [200, 190, 180]], 'second' => [[42, 120, 100], [190, 168, 140]], 'grey' => [[120, 120, 120], [200, 200, 200]]] as $name => [$teal, $ground]) {
            $pixel = static function (int $x, int $y) use ($teal, $ground): array {
                $shade = 0.75 + 0.25 * sin($x / 9) * cos($y / 7);
                [$r, $g, $b] = $x > 20 && $x < 60 && $y > 15 && $y < 45 ? $teal : $ground;

                return [(int) round($r * $shade), (int) round($g * $shade), (int) round($b * $shade)];
            };
            $this->call('POST', "/api/sets/1/photos?name=$name.png", (string) file_get_contents(Pictures::png($this->data."/$name.png", 90, 60, $pixel)));
        }
    }

    private function tealPot(): int
    {
        $pots = $this->json('GET', '/api/photos/1/source', '/api/photos/{id}/source')['pots'];
        self::assertIsArray($pots);
        foreach (array_values($pots) as $index => $pot) {
            self::assertIsArray($pot);
            if (str_contains($this->text($pot['name']), 'teal')) {
                return $index;
            }
        }
        self::fail('There is no teal pot: '.json_encode($pots));
    }

    /**
     * @param array<mixed> $read
     *
     * @return array{array<mixed>, array<mixed>, array<mixed>}
     */
    private function photos(array $read): array
    {
        self::assertIsArray($read['photos']);
        self::assertCount(3, $read['photos']);

        return $read['photos']; // @phpstan-ignore return.type
    }
}
