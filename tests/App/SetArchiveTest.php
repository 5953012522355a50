<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Tovrin\App\Archive\SetImporter;
use Tovrin\App\Kernel;
use Tovrin\Core\Format\CubeText;
use Tovrin\Core\Grade\Compiler;
use Tovrin\Tests\Core\Looks;
use Tovrin\Tests\Outside;

/** Whole sets as archives: out, in on another server with nothing lost, sent piece by piece, and what nobody should send. */
final class SetArchiveTest extends ApiTestCase
{
    private const CURVE = ['kind' => 'curves', 'params' => ['all' => [[0, 30], [128, 150], [255, 240]]]];
    private const WARM = ['kind' => 'warmth', 'params' => ['warmth' => 5]];

    public function testASetComesInOnAnotherServerWithNothingLost(): void
    {
        $this->workedOn();
        $archive = $this->exported();
        $before = $this->contents($archive);
        // What a set is made of: 4 photos, an undone step, a version, a table, a starting look, a look of one's own, an order by hand.
        self::assertCount(4, (array) $before['photos']);
        self::assertStringContainsString('"is":"version","name":"For print"', implode('', $before['grades']));
        $this->elsewhere();
        $view = $this->imported($archive);
        self::assertSame(['done', 4, 4, [], []], [$view['state'], $view['total'], $view['done'], $view['words'], $view['awaited']]);
        self::assertFileDoesNotExist($this->data.'/imports/1.zip', 'the archive itself is not needed any more');
        self::assertSame($before, $this->contents($this->exported()), 'exported there it is the same');
        self::assertSame(['Patches', 'hand'], array_values(array_intersect_key($this->json('GET', '/api/sets/1', '/api/sets/{id}'), ['name' => 1, 'sorted' => 1])));
        self::assertSame(['patches.png', 'last.png', 'patches.png', 'patches.png'], $this->names(1));
        // Small pictures are drawn as graded.
        $this->work();
        self::assertSame([], $this->connection()->fetchFirstColumn('SELECT id FROM photo WHERE drawn <> revision'));
        // The step that was undone can be done again, and the table is there that it names.
        $grade = $this->json('GET', '/api/photos/1/grade', '/api/photos/{id}/grade');
        self::assertSame([true, true], [$grade['canUndo'], $grade['canRedo']]);
        self::assertSame(['table', 'warmth'], $this->lookIn($this->json('POST', '/api/photos/1/redo', '/api/photos/{id}/{step}', \sprintf('{"basedOn":%s}', $this->number($grade['revision']))))[1]);
        self::assertSame('Begin warm', $this->json('GET', '/api/sets/1/starting-look', '/api/sets/{id}/starting-look')['name']);
        self::assertSame(['House curve'], array_column(array_column($this->json('GET', '/api/looks', '/api/looks'), 'look'), 'name'));
    }

    public function testOnTheSameServerItIsASecondSetWhoseStrokesLieOnItsOwnPhotos(): void
    {
        $this->patches();
        $key = $this->text($this->photos(1)[0]['key']);
        $reach = $this->json('POST', '/api/photos/1/reach', '/api/photos/{id}/reach', '{"base":null,"samples":[{"points":[[0.2,0.2]],"as":"wanted","shape":"path"}]}');
        $this->grade(1, 0, ['kind' => 'shift', 'params' => ['hue' => 40], 'reach' => $reach['reach']]);
        self::assertStringContainsString("\"photo\":\"$key\"", (string) json_encode($this->json('GET', '/api/photos/1/grade', '/api/photos/{id}/grade')));
        $this->imported($this->exported());
        $other = $this->text($this->photos(2)[0]['key']);
        self::assertNotSame($key, $other);
        self::assertStringContainsString("\"photo\":\"$other\"", (string) json_encode($this->json('GET', '/api/photos/2/grade', '/api/photos/{id}/grade')));
        self::assertFileEquals($this->data."/photos/$key/original", $this->data."/photos/$other/original");
    }

    public function testGradesAloneFindTheirPhotosOrWaitForThem(): void
    {
        $this->workedOn();
        $archive = $this->exported(false);
        self::assertLessThan(30_000, \strlen($archive));
        $original = (string) file_get_contents($this->data.'/photos/'.$this->text($this->photos(1)[0]['key']).'/original');
        self::assertSame(4, $this->imported($archive)['done'], 'the very same files are here already');
        self::assertSame($this->looks(1), $this->looks(2));
        $grades = $this->looks(1);
        $this->elsewhere();
        $view = $this->imported($archive);
        self::assertSame([0, 4], [$view['done'], \count((array) $view['awaited'])]);
        self::assertSame([], $this->photos(1));
        $this->json('POST', '/api/sets/1/photos?name=other%20name.png', '/api/sets/{id}/photos', $original);
        self::assertCount(3, (array) $this->json('GET', '/api/set-imports/1', '/api/set-imports/{id}')['awaited']);
        self::assertSame([$grades[0]], $this->looks(1), 'it came after its grade');
        // One that nobody waits for begins as any does.
        $this->json('POST', '/api/sets/1/photos?name=new.png', '/api/sets/{id}/photos', (string) file_get_contents(Pictures::png($this->data.'/new.png', 32, 32, static fn (int $x, int $y): array => [8 * $x, 90, 8 * $y])));
        $this->work();
        self::assertSame(['warmth'], array_column((array) json_decode($this->looks(1)[1], true), 'kind'));
    }

    public function testAnArchiveIsSentPieceByPieceAndGoesOnWhereItStopped(): void
    {
        $this->patches();
        $archive = $this->exported();
        $at = $this->announced('Patches.zip', \strlen($archive));
        $half = intdiv(\strlen($archive), 2);
        self::assertSame([204, (string) $half], $this->sent($at, substr($archive, 0, $half), 0));
        // The connection was lost; the same piece again, or one from further on, is not taken.
        self::assertSame(409, $this->sent($at, substr($archive, 0, $half), 0)[0]);
        self::assertSame(409, $this->sent($at, substr($archive, $half + 5), $half + 5)[0]);
        $head = $this->tus('HEAD', $at);
        self::assertSame([200, (string) $half, (string) \strlen($archive)], [$head->getStatusCode(), $head->headers->get('Upload-Offset'), $head->headers->get('Upload-Length')]);
        $this->work();
        self::assertSame(['receiving', null, $half], array_map(fn (string $name): mixed => $this->json('GET', '/api/set-imports/1', '/api/set-imports/{id}')[$name], ['state', 'setId', 'received']));
        self::assertSame([204, (string) \strlen($archive)], $this->sent($at, substr($archive, $half), $half));
        $this->work();
        self::assertSame(['done'], array_column(\array_slice($this->json('GET', '/api/set-imports', '/api/set-imports'), 0, 1), 'state'));
        self::assertSame(409, $this->sent($at, 'PK', 0)[0], 'it is complete');
        // Longer than announced, and no archive at all.
        self::assertSame(409, $this->sent($this->announced('x.zip', 10), str_repeat('P', 20), 0)[0]);
        self::assertSame(422, $this->sent($this->announced('x.zip', 10), 'GIF89a....', 0)[0]);
        self::assertSame(422, $this->tus('POST', '/api/set-imports', '', ['Upload-Length' => 'many'])->getStatusCode());
        self::assertSame(422, $this->tus('POST', '/api/set-imports', '', ['Upload-Length' => '900000000000000'])->getStatusCode(), 'no disk has such room');
    }

    public function testItPausesGoesOnAndEachPhotoComesInOnceWhoeverDies(): void
    {
        $this->patches(4);
        $archive = $this->exported();
        $this->elsewhere();
        $id = $this->received($archive);
        $this->work(function (string $line) use ($id): void {
            if (str_contains($line, '"patches.png"') && 1 === \count($this->photos(1))) {
                $this->json('POST', "/api/set-imports/$id/pause", '/api/set-imports/{id}/{what}');
            }
        });
        self::assertSame(['paused', 1], [$this->view($id)['state'], $this->view($id)['done']]);
        $this->json('POST', "/api/set-imports/$id/resume", '/api/set-imports/{id}/{what}');
        // Its worker dies with the second photo in hand, and its message with it.
        $this->connection()->executeStatement('UPDATE set_import SET worker = ?, attempts = 1', [gethostname().':1:0']);
        $this->connection()->executeStatement("DELETE FROM messenger_messages WHERE body LIKE '%ImportSet%'");
        $this->kernel->shutdown();
        $this->kernel = Kernel::booted('test');
        $this->work();
        self::assertSame(['done', 4, 4], [$this->view($id)['state'], $this->view($id)['done'], \count($this->photos(1))]);
    }

    public function testAPhotoThatKillsItsWorkersIsLeftOutAndTheOthersComeIn(): void
    {
        $this->patches(3);
        $archive = $this->exported();
        $this->elsewhere();
        $id = $this->received($archive);
        $this->connection()->executeStatement('UPDATE set_import SET worker = ?, attempts = 3', [gethostname().':1:0']);
        $this->work();
        self::assertSame(['done', 2], [$this->view($id)['state'], $this->view($id)['done']]);
        self::assertStringContainsString('was left out', (string) json_encode($this->view($id)['words']));
    }

    public function testWhatIsDamagedIsNamedAndTheRestComesIn(): void
    {
        $this->workedOn();
        $archive = $this->exported();
        $this->elsewhere();
        $hurt = $this->changed($archive, static function (\ZipArchive $zip): void {
            foreach (range(0, $zip->numFiles - 1) as $index) {
                $name = (string) $zip->getNameIndex($index);
                if (str_starts_with($name, 'photos/0002')) {
                    $zip->addFromString($name, 'no picture');
                } elseif (str_starts_with($name, 'grades/0001')) {
                    $zip->addFromString($name, str_replace('"kind":"warmth"', '"kind":"potions"', (string) $zip->getFromName($name)));
                } elseif (str_starts_with($name, 'grades/0003')) {
                    $zip->deleteName($name);
                }
            }
        });
        $view = $this->imported($hurt);
        self::assertSame(['done', 3, null], [$view['state'], $view['done'], $view['error']]);
        $words = implode("\n", array_filter((array) $view['words'], \is_string(...)));
        self::assertMatchesRegularExpression('/“patches.png” was imported without its grade, which cannot be used: line \d.look: .*potions/', $words);
        self::assertStringContainsString('“patches.png” is missing or damaged in the archive.', $words);
        self::assertMatchesRegularExpression('/without its grade.*“grades\/0003 patches.png.jsonl” is missing/', $words);
        self::assertSame([0], array_values(array_unique(array_map(static fn (string $look): int => \count((array) json_decode($look, true)), \array_slice($this->looks(1), 0, 3)))));
        self::assertCount(3, glob($this->data.'/photos/*') ?: [], 'of what was refused nothing is left');
    }

    public function testWhatIsNoArchiveOfASetIsRefusedInWordsAndNothingIsLeft(): void
    {
        $this->patches();
        $archive = $this->exported();
        $this->elsewhere();
        $set = static fn (string $json): \Closure => static function (\ZipArchive $zip) use ($json): void {
            $zip->addFromString('set.json', $json);
        };
        $photo = '{"name":"a","sha256":"'.str_repeat('0', 64).'","bytes":1,"width":1,"height":1}';
        foreach ([
            'there is no set.json in it' => static function (\ZipArchive $zip): void { $zip->deleteName('set.json'); },
            'does not begin with "tovrinSet"' => $set('{"name":"x"}'),
            'form that this version cannot read (tovrinSet: 2)' => $set('{"tovrinSet":2}'),
            'set.json.name: missing' => $set('{"tovrinSet":1,"photos":[]}'),
            'set.json.photos[0].sha256: "..\/..\/x" is not a SHA-256 digest' => $set('{"tovrinSet":1,"name":"x","photos":['.str_replace(str_repeat('0', 64), '../../x', $photo).']}'),
            'set.json.sorted: "sideways" is not one of the words allowed here' => $set('{"tovrinSet":1,"name":"x","sorted":"sideways","photos":[]}'),
            'does not begin with' => $set(str_repeat('[', 200)),
        ] as $says => $change) {
            $view = $this->imported($this->changed($archive, $change));
            self::assertSame('failed', $view['state']);
            self::assertStringContainsString($says, $this->text($view['error']));
        }
        self::assertSame('failed', $this->imported(substr($archive, 0, -30))['state'], 'cut off');
        self::assertSame('failed', $this->imported($this->changed($archive, static function (\ZipArchive $zip): void {
            $zip->setEncryptionName('set.json', \ZipArchive::EM_AES_256, 'secret');
        }))['state']);
        // Names that are ways out of a folder, sizes that are lies, and far too much of everything.
        $view = $this->imported($this->changed($archive, static function (\ZipArchive $zip) use ($photo): void {
            $zip->addFromString('../../out.png', 'x');
            $many = [str_replace('"bytes":1,', '"bytes":1,"file":"../../out.png",', $photo), str_replace('"bytes":1,', '"bytes":4000000000000000,"file":"bomb",', $photo), str_replace('"bytes":1,', '"bytes":9,"file":"bomb","grade":"bomb",', $photo)];
            $zip->addFromString('bomb', str_repeat("\0", 60_000_000));
            $zip->addFromString('data/'.str_repeat('a', 64), (string) gzcompress(str_repeat("\0", 50_000_000)));
            $zip->addFromString('set.json', '{"tovrinSet":1,"name":"x","photos":['.implode(',', $many).'],"data":["'.str_repeat('a', 64).'"]}');
        }));
        self::assertSame(['failed', 0], [$view['state'], $view['done']]);
        self::assertStringContainsString('disk of the data folder is full', $this->text($view['error']), 'that large a photo has no room');
        self::assertSame([], glob($this->data.'/photos/*') ?: []);
        self::assertSame([], glob($this->data.'/kept/*') ?: []);
        self::assertSame([], glob($this->data.'/.upload*') ?: []);
        self::assertFileDoesNotExist(\dirname($this->data, 2).'/out.png');
        // Forgotten, nothing of it is left.
        $this->call('DELETE', '/api/set-imports/1');
        self::assertFileDoesNotExist($this->data.'/imports/1.zip');
    }

    public function testASetThatIsRemovedMeanwhileStopsAndIsSaid(): void
    {
        $this->patches(3);
        $archive = $this->exported();
        $this->elsewhere();
        $id = $this->received($archive);
        $this->work(function (string $line): void {
            if (str_contains($line, '"patches.png"') && [] !== $this->json('GET', '/api/sets', '/api/sets')) {
                $this->call('DELETE', '/api/sets/1');
            }
        });
        self::assertSame(['failed', 1], [$this->view($id)['state'], $this->view($id)['done']]);
        self::assertStringContainsString('removed while', $this->text($this->view($id)['error']));
        $this->json('POST', '/api/sets/1/restore', '/api/sets/{id}/restore');
        $this->json('POST', "/api/set-imports/$id/resume", '/api/set-imports/{id}/{what}');
        $this->work();
        self::assertSame(['done', 3, null], [$this->view($id)['state'], $this->view($id)['done'], $this->view($id)['error']]);
    }

    /** Four photos with all that can be done to them. */
    private function workedOn(): void
    {
        $this->patches(3);
        $this->json('POST', '/api/sets/1/photos?name=last.png', '/api/sets/{id}/photos', (string) file_get_contents(Pictures::png($this->data.'/last.png', 48, 32, static fn (int $x, int $y): array => $x < 24 ? [40, 60, 90] : [220, 210, 200])));
        $lut = $this->json('POST', '/api/luts?name=evening.cube', '/api/luts', CubeText::write(Compiler::compile(Looks::of(self::CURVE), 9), 'Evening'));
        $table = ['kind' => 'table', 'params' => ['table' => $lut['digest'], 'name' => 'evening.cube']];
        $this->grade(1, 0, $table);
        $this->grade(1, 1, $table, self::WARM);
        $this->json('POST', '/api/photos/1/undo', '/api/photos/{id}/{step}', '{"basedOn":2}');
        $this->grade(3, 0, self::CURVE);
        $this->json('POST', '/api/photos/3/versions', '/api/photos/{id}/versions', '{"basedOn":1,"name":"For print"}');
        $this->json('POST', '/api/looks', '/api/looks', \sprintf('{"look":%s,"group":"House"}', str_replace('"moves"', '"name":"House curve","moves"', Looks::json(self::CURVE))));
        $this->json('PUT', '/api/sets/1/starting-look', '/api/sets/{id}/starting-look', \sprintf('{"as":"own","look":%s}', str_replace('"moves"', '"name":"Begin warm","moves"', Looks::json(self::WARM))));
        $this->json('PUT', '/api/sets/1/arrangement', '/api/sets/{id}/arrangement', '{"photos":[1,4,2,3]}');
    }

    /** @return string the bytes of the archive */
    private function exported(bool $photos = true): string
    {
        $delivery = $this->json('POST', '/api/sets/1/archive', '/api/sets/{id}/archive', \sprintf('{"photos":%s}', $photos ? 'true' : 'false'));
        // Studies of the photos take longer than all the rest, and nothing here needs them.
        $this->connection()->executeStatement("DELETE FROM messenger_messages WHERE body LIKE '%StudyPhoto%'");
        $this->work();
        $state = $this->json('GET', '/api/deliveries/'.$this->number($delivery['id']), '/api/deliveries/{id}');
        /** @var array{files: list<array{id: int, fileUrl: string|null, fileName: string}>} $state */
        self::assertSame('patches-set-'.date('Y-m-d').'.zip', $state['files'][0]['fileName']);
        self::assertNotNull($state['files'][0]['fileUrl'], (string) json_encode($state));

        return (string) file_get_contents($this->data.'/exports/'.$state['files'][0]['id']);
    }

    /** Another server, with nothing on it. */
    private function elsewhere(): void
    {
        $this->kernel->shutdown();
        $this->data = Outside::scratch();
        $this->beginWith(null);
    }

    /** @return array<mixed> what has become of it */
    private function imported(string $archive): array
    {
        $id = $this->received($archive);
        $importer = $this->kernel->getContainer()->get(SetImporter::class);
        self::assertInstanceOf(SetImporter::class, $importer);
        $importer->import((int) $id);

        return $this->view($id);
    }

    private function received(string $archive): string
    {
        $at = $this->announced('Patches.zip', \strlen($archive));
        self::assertSame(204, $this->sent($at, $archive, 0)[0]);

        return explode('/', $at)[3];
    }

    private function announced(string $name, int $bytes): string
    {
        $response = $this->tus('POST', '/api/set-imports', '', ['Upload-Length' => (string) $bytes, 'Upload-Metadata' => 'filetype , filename '.base64_encode($name)]);
        self::assertSame([201, '1.0.0'], [$response->getStatusCode(), $response->headers->get('Tus-Resumable')]);

        return $this->text($response->headers->get('Location'));
    }

    /** @return array{int, string|null} status and how much is there now */
    private function sent(string $at, string $piece, int $offset): array
    {
        $response = $this->tus('PATCH', $at, $piece, ['Upload-Offset' => (string) $offset]);

        return [$response->getStatusCode(), $response->headers->get('Upload-Offset')];
    }

    /** @param array<string, string> $headers */
    private function tus(string $method, string $path, string $body = '', array $headers = []): Response
    {
        $request = Request::create('http://127.0.0.1:7310'.$path, $method, [], [], [], ['HTTP_ORIGIN' => 'http://127.0.0.1:7310', 'CONTENT_TYPE' => 'application/offset+octet-stream'], $body);
        $request->headers->add($headers + ['Tus-Resumable' => '1.0.0']);

        return $this->kernel->handle($request);
    }

    /** @return array<mixed> */
    private function view(string $id): array
    {
        return $this->json('GET', "/api/set-imports/$id", '/api/set-imports/{id}');
    }

    /** @param \Closure(\ZipArchive): void $change */
    private function changed(string $archive, \Closure $change): string
    {
        $path = $this->data.'/changed.zip';
        file_put_contents($path, $archive);
        $zip = new \ZipArchive();
        $zip->open($path);
        $change($zip);
        $zip->close();

        return (string) file_get_contents($path);
    }

    /** @return array{photos: mixed, grades: array<string, string>, rest: array<mixed>, data: list<string>} all that is in an archive but for when it was written */
    private function contents(string $archive): array
    {
        file_put_contents($this->data.'/looked-at.zip', $archive);
        $zip = new \ZipArchive();
        $zip->open($this->data.'/looked-at.zip');
        $grades = $data = [];
        for ($index = 0; $index < $zip->numFiles; ++$index) {
            $name = (string) $zip->getNameIndex($index);
            if (str_starts_with($name, 'grades/')) {
                $grades[$name] = (string) $zip->getFromIndex($index);
            } elseif ('set.json' !== $name) {
                $data[] = $name.' '.hash('sha256', (string) $zip->getFromIndex($index));
            }
        }
        $head = (array) json_decode((string) $zip->getFromName('set.json'), true);
        $photos = $head['photos'];
        unset($head['madeAt'], $head['photos']);

        return ['photos' => $photos, 'grades' => $grades, 'rest' => $head, 'data' => $data];
    }

    /** @return list<array<string, mixed>> */
    private function photos(int $set): array
    {
        /** @var list<array<string, mixed>> $photos */
        $photos = $this->json('GET', "/api/sets/$set", '/api/sets/{id}')['photos'];

        return $photos;
    }

    /** @return list<mixed> */
    private function names(int $set): array
    {
        return array_column($this->photos($set), 'name');
    }

    /** @return list<string> moves of the grades in force, as JSON, in the order of import */
    private function looks(int $set): array
    {
        $ids = array_column($this->photos($set), 'id');
        sort($ids);

        return array_map(fn (mixed $id): string => (string) json_encode(((array) $this->json('GET', '/api/photos/'.$this->number($id).'/grade', '/api/photos/{id}/grade')['look'])['moves']), $ids);
    }
}
