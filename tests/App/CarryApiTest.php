<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

use Tovrin\Tests\Core\Looks;

/** Carrying moves over to other photos, over HTTP. */
final class CarryApiTest extends ApiTestCase
{
    private const CARRY = '/api/photos/{id}/carry';

    public function testMovesReplaceWhatIsThereOrComeBelowItAndEachPhotoHasOneStepOfUndo(): void
    {
        $this->patches(3);
        $this->json('PUT', '/api/photos/2/grade', '/api/photos/{id}/grade', \sprintf('{"basedOn":0,"look":%s}', Looks::json(['id' => 'a', 'kind' => 'curves', 'params' => ['all' => [[0, 0], [128, 140], [255, 255]]]])));
        $look = Looks::json(['id' => 'a', 'kind' => 'shift', 'label' => 'Turn', 'params' => ['hue' => 40]]);
        $done = $this->carry(\sprintf('{"look":%s,"to":[2,3],"how":"below"}', $look));
        self::assertSame([2, 2, 0, 'Carry over from patches.png'], [$done['count'], $done['done'], $done['waiting'], $done['name']]);
        self::assertSame(['curves', 'shift'], $this->kinds(2));
        self::assertNotSame(...$this->moves(2, 'id'));
        $this->carry(\sprintf('{"look":%s,"to":[2],"how":"replace"}', $look));
        self::assertSame(['shift'], $this->kinds(2));
        $this->json('POST', '/api/photos/2/undo', '/api/photos/{id}/{step}', '{"basedOn":3}');
        self::assertSame(['curves', 'shift'], $this->kinds(2));
        self::assertSame([], $this->kinds(1), 'the photo they come from is left alone');
    }

    public function testBeforeItIsDoneItTellsWhereAMoveCatchesFarLess(): void
    {
        $this->photo();
        $path = Pictures::png($this->data.'/grey.png', 40, 40, static fn (int $x): array => [100 + 2 * $x, 100 + 2 * $x, 100 + 2 * $x]);
        $this->json('POST', '/api/sets/1/photos?name=grey.png', '/api/sets/{id}/photos', (string) file_get_contents($path));
        $look = Looks::json(['kind' => 'shift', 'label' => 'Colours', 'reach' => ['chroma' => ['from' => 0.06, 'to' => 0.5]], 'params' => ['hue' => 40]]);
        /** @var list<array{warnings: list<string>, revision: int}> $told */
        $told = $this->json('POST', '/api/photos/1/carry/preview', self::CARRY.'/preview', \sprintf('{"look":%s,"to":[2]}', $look));
        self::assertSame(['“Colours” finds nothing in this photo.'], $told[0]['warnings']);
        self::assertSame(0, $told[0]['revision']);
        self::assertSame([], $this->kinds(2), 'nothing is kept');
    }

    public function testAPaletteIsFittedUnlessThatIsNotWanted(): void
    {
        $this->patches();
        $path = Pictures::png($this->data.'/dim.png', 64, 64, static fn (int $x, int $y): array => $y < 32 ? ($x < 32 ? [150, 109, 34] : [19, 96, 90]) : ($x < 32 ? [96, 96, 96] : [191, 191, 191]));
        $this->json('POST', '/api/sets/1/photos?name=dim.png', '/api/sets/{id}/photos', (string) file_get_contents($path));
        $look = json_encode($this->json('GET', '/api/photos/1/palette', '/api/photos/{id}/palette')['look'], \JSON_THROW_ON_ERROR);
        $middles = fn (): array => array_map(static fn (array $pot): float => (float) $pot['middle']['lightness'], $this->pots(2));
        $this->carry(\sprintf('{"look":%s,"to":[2],"fit":false}', $look));
        $same = $middles();
        $this->carry(\sprintf('{"look":%s,"to":[2]}', $look));
        self::assertLessThan(array_sum($same) - 0.2, array_sum($middles()), 'the pots are where they are in the dimmer photo');
    }

    public function testAPhotoThatIsGoneChangesNone(): void
    {
        $this->patches(2);
        $look = Looks::json(['kind' => 'shift', 'params' => ['hue' => 40]]);
        $this->json('POST', '/api/photos/1/carry', self::CARRY, \sprintf('{"look":%s,"to":[2,9]}', $look), 404);
        self::assertSame([], $this->kinds(2));
        $nobody = $this->json('POST', '/api/photos/1/carry', self::CARRY, \sprintf('{"look":%s,"to":[]}', $look), 422);
        self::assertStringContainsString('must name at least one photo', $this->text($nobody['error']));
    }

    /** @return array<mixed> the job, when it is done */
    private function carry(string $body): array
    {
        $asked = $this->json('POST', '/api/photos/1/carry', self::CARRY, $body);
        $this->work();

        return $this->json('GET', '/api/jobs/'.$this->number($asked['id']), '/api/jobs/{id}');
    }

    /** @return list<mixed> */
    private function kinds(int $photo): array
    {
        return $this->moves($photo, 'kind');
    }

    /** @return list<mixed> a member of each move of a photo's grade */
    private function moves(int $photo, string $member): array
    {
        /** @var array{look: array{moves: list<array<string, mixed>>}} $kept */
        $kept = $this->json('GET', "/api/photos/$photo/grade", '/api/photos/{id}/grade');

        return array_column($kept['look']['moves'], $member);
    }

    /** @return list<array{middle: array{lightness: int|float}}> */
    private function pots(int $photo): array
    {
        /** @var array{0: array{pots: list<array{middle: array{lightness: int|float}}>}} $params */
        $params = $this->moves($photo, 'params');

        return $params[0]['pots'];
    }
}
