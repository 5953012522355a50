<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

use Tovrin\Core\Format\LookJson;
use Tovrin\Core\Move\Kind\Shift;
use Tovrin\Tests\Core\Looks;

/** Looks of the user's own: saved, grouped, removed and brought back, given out and brought in as files. */
final class OwnLooksApiTest extends ApiTestCase
{
    private const SHIFT = ['kind' => 'shift', 'params' => ['hue' => 30]];

    public function testALookIsSavedRenamedGroupedRemovedAndBroughtBack(): void
    {
        self::assertSame(['Test', ['shift']], $this->lookIn($this->save()));
        self::assertSame('Test 2', $this->lookIn($this->save())[0], 'a name that is taken gets a number');
        $changed = $this->json('PATCH', '/api/looks/1', '/api/looks/{id}', '{"name":"Autumn glaze, matt","group":" Glazes "}');
        self::assertSame(['Glazes', ['Autumn glaze, matt', ['shift']]], [$changed['group'], $this->lookIn($changed)]);
        self::assertSame(['', 'Glazes'], array_column($this->json('GET', '/api/looks', '/api/looks'), 'group'));
        self::assertSame(204, $this->call('DELETE', '/api/looks/1')->getStatusCode());
        self::assertCount(1, $this->json('GET', '/api/looks', '/api/looks'));
        $this->json('POST', '/api/looks/1/restore', '/api/looks/{id}/restore');
        self::assertCount(2, $this->json('GET', '/api/looks', '/api/looks'));
        $this->json('POST', '/api/looks', '/api/looks', '{"look":{"tovrinLook":1,"name":"Empty","moves":[]}}', 422);
    }

    public function testManyAreGivenOutAndBroughtInAtOnceWithTheirGroups(): void
    {
        $this->save();
        $this->json('PATCH', '/api/looks/1', '/api/looks/{id}', '{"name":"Rust","group":"Glazes"}');
        $this->save();
        $archive = (string) $this->call('GET', '/api/looks/files')->getContent();
        foreach ([1, 2] as $id) {
            $this->call('DELETE', '/api/looks/'.$id);
        }
        $brought = $this->bring('looks.zip', $archive);
        self::assertSame([], $brought['refused']);
        self::assertSame([['', 'Test'], ['Glazes', 'Rust']], array_map(fn (mixed $own): array => \is_array($own) ? [$own['group'], $this->lookIn($own)[0]] : [], $this->json('GET', '/api/looks', '/api/looks')));
    }

    /** Names and groups that become the same on a disk, or would lead out of a folder. */
    public function testNoneOfManyLooksIsLostOnTheWay(): void
    {
        $kept = [];
        foreach (['a/b', 'a:b', 'A-b', 'a?b', '漢'.str_repeat('字', 199), str_repeat('x', 200), 'Rust', "Caf\u{e9}", "Cafe\u{301}", '..'] as $i => $name) {
            $group = ['', 'Glazes', 'glazes', '..', '../..', '.', 'a/b', 'a:b', 'Glazes', ''][$i];
            $this->json('POST', '/api/looks', '/api/looks', json_encode(['look' => ['name' => $name] + (array) json_decode(Looks::json(self::SHIFT), true), 'group' => $group], \JSON_THROW_ON_ERROR));
            $kept[] = [$group, $name];
        }
        $path = $this->data.'/all.zip';
        file_put_contents($path, (string) $this->call('GET', '/api/looks/files')->getContent());
        $zip = new \ZipArchive();
        $zip->open($path);
        $names = array_map(static fn (int $i): string => (string) $zip->getNameIndex($i), range(0, $zip->numFiles - 1));
        self::assertCount(10, array_unique(array_map(mb_strtolower(...), $names)));
        foreach ($names as $name) {
            self::assertDoesNotMatchRegularExpression('#(^|/)\.*/|^/#', $name);
        }
        $zip->close();
        foreach (range(1, 10) as $id) {
            $this->call('DELETE', '/api/looks/'.$id);
        }
        self::assertSame([], $this->bring('all.zip', (string) file_get_contents($path))['refused']);
        self::assertEqualsCanonicalizing($kept, array_map(fn (mixed $own): array => \is_array($own) ? [$own['group'], $this->lookIn($own)[0]] : [], $this->json('GET', '/api/looks', '/api/looks')));
    }

    public function testALargeArchiveComesInWhole(): void
    {
        $path = $this->data.'/many.zip';
        $zip = new \ZipArchive();
        $zip->open($path, \ZipArchive::CREATE);
        for ($i = 0; $i < 2500; ++$i) {
            $zip->addFromString("Kiln/$i.json", Looks::json(self::SHIFT));
        }
        $zip->close();
        $brought = $this->bring('many.zip', (string) file_get_contents($path));
        self::assertSame([2500, []], [\count((array) $brought['looks']), $brought['refused']]);
        self::assertCount(2500, array_unique(array_map(fn (mixed $own): string => $this->lookIn((array) $own)[0], (array) $brought['looks'])));
    }

    public function testAnEncryptedLookIsCalledThat(): void
    {
        $path = $this->data.'/shut.zip';
        $zip = new \ZipArchive();
        $zip->open($path, \ZipArchive::CREATE);
        $zip->addFromString('shut.json', Looks::json(self::SHIFT));
        $zip->setEncryptionName('shut.json', \ZipArchive::EM_AES_256, 'kiln');
        $zip->close();
        $brought = $this->bring('shut.zip', (string) file_get_contents($path));
        self::assertSame(['“shut.json” is encrypted. Unpack the archive with its password and import the look files themselves.'], $brought['refused']);
    }

    public function testALookFileComesOutAsItWentIn(): void
    {
        $look = Looks::json(self::SHIFT);
        $this->bring('mine.json', $look);
        $file = $this->call('GET', '/api/looks/1/file');
        self::assertStringContainsString('Test.json', (string) $file->headers->get('Content-Disposition'));
        $given = LookJson::read((string) $file->getContent())->moves[0]->kind;
        self::assertInstanceOf(Shift::class, $given);
        self::assertSame(30.0, $given->hue);
    }

    public function testWhatIsNoLookIsNamedAndTheOthersComeInAllTheSame(): void
    {
        self::assertStringContainsString('“list.json” is not a look that can be used', $this->text($this->bring('list.json', 'eggs, milk', 422)['error']));
        self::assertStringContainsString('moves[0].kind', $this->text($this->bring('odd.json', '{"tovrinLook":1,"moves":[{"kind":"sparkle"}]}', 422)['error']));
        $path = $this->data.'/mixed.zip';
        $zip = new \ZipArchive();
        $zip->open($path, \ZipArchive::CREATE);
        $zip->addFromString('good.json', Looks::json(self::SHIFT));
        $zip->addFromString('bad.json', '{}');
        $zip->addFromString('notes.txt', 'not looked at');
        $zip->close();
        $brought = $this->bring('mixed.zip', (string) file_get_contents($path));
        self::assertIsArray($brought['refused']);
        self::assertSame([1, 1], [\count((array) $brought['looks']), \count($brought['refused'])]);
        self::assertStringContainsString('“bad.json”', $this->text($brought['refused'][0] ?? null));
        self::assertStringContainsString('damaged archive', $this->text($this->bring('cut.zip', substr((string) file_get_contents($path), 0, 40), 422)['error']));
    }

    /** @return array<mixed> */
    private function save(): array
    {
        return $this->json('POST', '/api/looks', '/api/looks', '{"look":'.Looks::json(self::SHIFT).'}');
    }

    /** @return array<mixed> */
    private function bring(string $name, string $bytes, ?int $status = null): array
    {
        return $this->json('POST', '/api/looks/files?name='.$name, '/api/looks/files', $bytes, $status);
    }
}
