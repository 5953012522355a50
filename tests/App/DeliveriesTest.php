<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Component\HttpFoundation\BinaryFileResponse;
use Symfony\Component\Process\Process;
use Tovrin\App\Server\Housekeeping;

/** Many photos in several forms: what is made, how it is called, and where it goes. */
final class DeliveriesTest extends ApiTestCase
{
    private const SHIFT = ['kind' => 'shift', 'params' => ['hue' => 60]];

    protected function setUp(): void
    {
        parent::setUp();
        mkdir($this->data.'/out');
        putenv('TOVRIN_DELIVER_TO='.$this->data.'/out');
        $_ENV['TOVRIN_DELIVER_TO'] = $_SERVER['TOVRIN_DELIVER_TO'] = $this->data.'/out';
    }

    protected function tearDown(): void
    {
        putenv('TOVRIN_DELIVER_TO');
        unset($_ENV['TOVRIN_DELIVER_TO'], $_SERVER['TOVRIN_DELIVER_TO']);
        parent::tearDown();
    }

    public function testSeveralPhotosInSeveralFormsComeInOneArchive(): void
    {
        $this->patches(2);
        $this->grade(1, 0, self::SHIFT);
        $this->ask([[1, 1], [2, 0]], [['format' => 'tiff', 'bits' => 16, 'lattice' => 9], ['format' => 'jpeg', 'side' => 32, 'lattice' => 9]], 'archive');
        $this->work();
        $done = $this->json('GET', '/api/deliveries/1', '/api/deliveries/{id}');
        self::assertSame([4, 4, 0, 1], [$done['count'], $done['done'], $done['failed'], $done['progress']]);
        self::assertMatchesRegularExpression('/^patches-\d{4}-\d\d-\d\d\.zip$/', $this->text($done['fileName']));
        $inside = $this->unpacked($this->text($done['fileUrl']));
        self::assertSame(['patches-source.jpg', 'patches-source.tif', 'patches-test.jpg', 'patches-test.tif'], array_keys($inside));
        $tiff = new \Imagick();
        $tiff->readImageBlob($inside['patches-test.tif']);
        self::assertSame([64, 64, 16], [$tiff->getImageWidth(), $tiff->getImageHeight(), $tiff->getImageDepth()]);
        self::assertSame([32, 32], \array_slice((array) getimagesizefromstring($inside['patches-test.jpg']), 0, 2));
    }

    public function testSixteenBitsHoldMoreThanEight(): void
    {
        $this->json('POST', '/api/sets', '/api/sets', '{"name":"Ramp"}');
        $this->call('POST', '/api/sets/1/photos?name=ramp.png', (string) file_get_contents(Pictures::png($this->data.'/ramp.png', 256, 1, static fn (int $x): array => [$x, $x, $x])));
        // Less contrast: 256 levels in, fewer than that many 8-bit levels out.
        $this->grade(1, 0, ['kind' => 'curves', 'params' => ['all' => [[0, 100], [255, 160]]]]);
        $this->ask([[1, 1]], [['format' => 'png', 'bits' => 8], ['format' => 'png', 'bits' => 16]], 'downloads');
        $this->work();
        $levels = fn (int $file): int => \count(array_flip(str_split($this->raw($file), 16 === $this->bits($file) ? 2 : 1)));
        self::assertLessThan(70, $levels(1));
        self::assertGreaterThan(200, $levels(2));
    }

    public function testMattesAndPlatesMultiplyBack(): void
    {
        $this->patches();
        $this->grade(1, 0, self::SHIFT, ['kind' => 'warmth', 'reach' => ['hue' => ['from' => 150, 'to' => 230, 'softFrom' => 5, 'softTo' => 5], 'chroma' => null, 'light' => null, 'invert' => false, 'held' => []], 'params' => ['warmth' => 5]]);
        $this->ask([[1, 1]], [['format' => 'matte', 'lattice' => 33], ['format' => 'png', 'bits' => 16, 'lattice' => 33], ['format' => 'tone-plate', 'bits' => 16, 'lattice' => 33], ['format' => 'colour-plate', 'bits' => 16, 'lattice' => 33]], 'downloads');
        $this->work();
        $made = $this->json('GET', '/api/deliveries/1', '/api/deliveries/{id}');
        self::assertIsArray($made['files']);
        self::assertSame(['patches-test-matte-2.png', 'patches-test.png', 'patches-test-tone-plate.png', 'patches-test-colour-plate.png'], array_column($made['files'], 'fileName'));
        $matte = $this->file(1);
        self::assertSame(255, Pictures::pixel($matte, 48, 16)[0], 'teal is reached');
        self::assertSame(0, Pictures::pixel($matte, 16, 16)[0], 'ochre is not');
        [$picture, $tone, $colour] = array_map(fn (int $file): array => (array) unpack('v*', $this->raw($file)), [2, 3, 4]);
        $worst = 0.0;
        foreach ($picture as $i => $value) {
            \assert(is_numeric($value) && is_numeric($tone[$i]) && is_numeric($colour[$i]));
            $worst = max($worst, abs($value - $tone[$i] * $colour[$i] / 65_535));
        }
        self::assertLessThan(2.0, $worst, 'of 65,535: the product is the picture');
    }

    public function testFilesGoStraightToTheAllowedFolderAndReplaceNothing(): void
    {
        $this->patches(2);
        mkdir($this->data.'/out/autumn', recursive: true);
        file_put_contents($this->data.'/out/autumn/patches-source.jpg', 'somebody else’s');
        self::assertSame($this->data.'/out', $this->json('GET', '/api/deliveries/places', '/api/deliveries/places')['folder']);
        $this->ask([[1, 0], [2, 0]], [['format' => 'jpeg', 'lattice' => 9]], 'folder', 'autumn');
        // Between planning and making, somebody takes a name.
        file_put_contents($this->data.'/out/autumn/patches-source-3.jpg', 'taken meanwhile');
        $this->work();
        $after = $this->json('GET', '/api/deliveries/1', '/api/deliveries/{id}');
        self::assertSame([1, 1, $this->data.'/out/autumn'], [$after['done'], $after['failed'], $after['folder']]);
        self::assertSame('somebody else’s', file_get_contents($this->data.'/out/autumn/patches-source.jpg'));
        self::assertSame('taken meanwhile', file_get_contents($this->data.'/out/autumn/patches-source-3.jpg'));
        self::assertSame(64, getimagesize($this->data.'/out/autumn/patches-source-2.jpg')[0] ?? 0);
        self::assertSame(['patches-source-2.jpg', 'patches-source-3.jpg', 'patches-source.jpg'], array_values(array_diff((array) scandir($this->data.'/out/autumn'), ['.', '..'])), 'nothing half-written');
        unlink($this->data.'/out/autumn/patches-source-3.jpg');
        $this->json('POST', '/api/deliveries/1/again', '/api/deliveries/{id}/{what}');
        $this->work();
        self::assertSame(2, $this->json('GET', '/api/deliveries/1', '/api/deliveries/{id}')['done']);
    }

    public function testEachKindOfFileCanHaveAFolderOfItsOwn(): void
    {
        $this->patches();
        $kinds = [['format' => 'jpeg', 'lattice' => 9, 'folder' => 'Web'], ['format' => 'png', 'lattice' => 9, 'folder' => 'print é'], ['format' => 'jpeg', 'lattice' => 9, 'folder' => 'web'], ['format' => 'cube', 'lattice' => 9]];
        $this->ask([[1, 0]], $kinds, 'archive');
        $this->ask([[1, 0]], $kinds, 'folder', 'autumn');
        $this->work();
        $expected = ['Web/patches-source-2.jpg', 'Web/patches-source.jpg', 'patches-source.cube', 'print é/patches-source.png'];
        self::assertSame($expected, array_keys($this->unpacked($this->text($this->json('GET', '/api/deliveries/1', '/api/deliveries/{id}')['fileUrl']))));
        self::assertSame(4, $this->json('GET', '/api/deliveries/2', '/api/deliveries/{id}')['done']);
        foreach ($expected as $name) {
            self::assertFileExists($this->data.'/out/autumn/'.$name);
        }
        // Downloads lie beside each other.
        $this->ask([[1, 0]], [['format' => 'jpeg', 'lattice' => 9, 'folder' => 'Web']], 'downloads');
        $plain = $this->json('GET', '/api/deliveries/3', '/api/deliveries/{id}')['files'];
        self::assertIsArray($plain);
        self::assertSame(['patches-source.jpg'], array_column($plain, 'fileName'));
        $refused = $this->json('POST', '/api/deliveries', '/api/deliveries', '{"photos":[{"id":1,"basedOn":0}],"outputs":[{"format":"jpeg","folder":"../../etc"}],"to":"archive"}', 422);
        self::assertStringContainsString('“../../etc” is no name of a folder', $this->text($refused['error']));
    }

    public function testPlanningMakesNoFolder(): void
    {
        $this->patches();
        $this->json('POST', '/api/deliveries/plan', '/api/deliveries/plan', '{"photos":[{"id":1,"basedOn":0}],"outputs":[{"format":"jpeg","folder":"web"}],"to":"folder","folder":"aut"}');
        self::assertSame(['.', '..'], scandir($this->data.'/out'));
    }

    public function testWhatIsDeliveredAgainAndAgainIsKeptUnderAName(): void
    {
        $path = '/api/delivery-presets';
        $kept = $this->json('POST', $path, $path, '{"name":" Web and print ","outputs":[{"format":"jpeg","side":2000,"folder":"web"},{"format":"tiff","bits":16,"folder":"print"}],"to":"archive"}');
        self::assertIsArray($kept['outputs']);
        self::assertSame(['Web and print', 'archive', ['web', 'print'], [2000, null], [null, 16]], [$kept['name'], $kept['to'], array_column($kept['outputs'], 'folder'), array_column($kept['outputs'], 'side'), array_column($kept['outputs'], 'bits')]);
        $this->json('POST', $path, $path, '{"name":"Archive 10","outputs":[{"format":"png"}]}');
        $this->json('POST', $path, $path, '{"name":"Archive 9","outputs":[{"format":"png"}]}');
        self::assertSame(['Archive 9', 'Archive 10', 'Web and print'], array_column($this->json('GET', $path, $path), 'name'));
        $changed = $this->json('PUT', "$path/1", "$path/{id}", '{"name":"Web","outputs":[{"format":"webp"}],"to":"downloads"}');
        self::assertSame(['Web', 'downloads'], [$changed['name'], $changed['to']]);
        $this->call('DELETE', "$path/1");
        self::assertSame(['Archive 9', 'Archive 10'], array_column($this->json('GET', $path, $path), 'name'));
        self::assertSame('Web', $this->json('POST', "$path/1/restore", "$path/{id}/restore")['name']);
        self::assertStringContainsString('name', $this->text($this->json('POST', $path, $path, '{"name":" ","outputs":[{"format":"png"}]}', 422)['error']));
        $this->json('PUT', "$path/77", "$path/{id}", '{"name":"Web","outputs":[{"format":"webp"}]}', 404);
    }

    /**
     * @param list<string>|string $expected names, or what is wrong
     */
    #[DataProvider('patterns')]
    public function testNamesFollowTheirPattern(string $pattern, array|string $expected): void
    {
        $this->patches(2);
        $this->grade(1, 0, self::SHIFT);
        $this->json('POST', '/api/photos/1/versions', '/api/photos/{id}/versions', '{"basedOn":1,"name":"Warmer, please"}');
        $body = $this->body([[1, 1], [2, 0]], [['format' => 'png', 'name' => $pattern]], 'archive');
        $plan = $this->json('POST', '/api/deliveries/plan', '/api/deliveries/plan', $body, \is_string($expected) ? 422 : null);
        if (\is_string($expected)) {
            self::assertStringContainsString($expected, $this->text($plan['error']));
        } else {
            self::assertSame($expected, $plan['names']);
        }
    }

    /** @return iterable<string, array{string, list<string>|string}> */
    public static function patterns(): iterable
    {
        yield 'the usual' => ['{photo}-{look}', ['patches-test.png', 'patches-source.png']];
        yield 'numbers and the version' => ['{number} {version}', ['01 warmer-please.png', '02.png']];
        yield 'the photo’s own name' => ['{photo}', ['patches-graded.png', 'patches-graded-2.png']];
        yield 'the same for all' => ['Catalogue', ['Catalogue.png', 'Catalogue-2.png']];
        yield 'forbidden letters' => ['a:b*{photo}?', ['a-b-patches.png', 'a-b-patches-2.png']];
        yield 'a path' => ['{photo}/{number}', 'names files, not folders'];
        yield 'a path of another system' => ['..\\{photo}', 'names files, not folders'];
        yield 'nothing' => ['  ', 'yields nothing'];
        yield 'nothing for some' => ['{version}', 'yields nothing for “patches.png”'];
        yield 'a word there is not' => ['{photo}-{camera}', '“{camera}” in it, which stands for nothing'];
    }

    public function testWhatCannotBeDeliveredIsRefusedBeforeAnythingIsMade(): void
    {
        $this->patches();
        self::assertStringContainsString('no matte to write', $this->text($this->refused([[1, 0]], [['format' => 'matte']], 'archive')));
        self::assertStringContainsString('name at least one photo', $this->text($this->refused([], [['format' => 'png']], 'archive')));
        self::assertStringContainsString('must be 8 or 16', $this->text($this->refused([[1, 0]], [['format' => 'png', 'bits' => 12]], 'archive')));
        self::assertStringContainsString('no name of a folder', $this->text($this->refused([[1, 0]], [['format' => 'png']], 'folder', '../elsewhere')));
        self::assertSame([], $this->json('GET', '/api/deliveries', '/api/deliveries'));
    }

    public function testNamesOfAnyScriptAreCountedAsDisksDo(): void
    {
        $this->patches(3);
        $long = str_repeat('漢', 83);
        foreach ([1, 2, 3] as $id) {
            $this->connection()->executeStatement('UPDATE photo SET name = ? WHERE id = ?', [3 === $id ? "caf\u{65}\u{301}.png" : $long.'.png', $id]);
        }
        file_put_contents($this->data."/out/caf\u{e9}.jpg", 'somebody else’s');
        $this->ask([[1, 0], [2, 0], [3, 0]], [['format' => 'jpeg', 'lattice' => 9, 'name' => '{photo}']], 'folder');
        $this->work();
        $made = $this->json('GET', '/api/deliveries/1', '/api/deliveries/{id}');
        self::assertIsArray($made['files']);
        self::assertSame([null, null, null], array_column($made['files'], 'error'));
        [$first, $second, $third] = array_map($this->text(...), array_column($made['files'], 'fileName'));
        self::assertMatchesRegularExpression('/^漢{60,}\.jpg$/u', $first);
        self::assertMatchesRegularExpression('/^漢{60,}-2\.jpg$/u', $second);
        self::assertLessThanOrEqual(255, \strlen($second));
        self::assertSame("caf\u{e9}-2.jpg", $third, 'é in two characters is the é in one');
        self::assertStringEqualsFile($this->data."/out/caf\u{e9}.jpg", 'somebody else’s');
        foreach ([$first, $second, $third] as $name) {
            self::assertSame('image/jpeg', mime_content_type($this->data.'/out/'.$name));
        }
    }

    public function testAFolderThatIsGoneIsSaidAndNotMadeAnew(): void
    {
        $this->patches();
        $this->ask([[1, 0]], [['format' => 'jpeg', 'lattice' => 9]], 'folder', 'autumn');
        (new Process(['rm', '-rf', $this->data.'/out']))->mustRun();
        $this->work();
        $made = $this->json('GET', '/api/deliveries/1', '/api/deliveries/{id}');
        self::assertIsArray($made['files']);
        self::assertStringContainsString('/out” is not there', $this->text(array_column($made['files'], 'error')[0] ?? null));
        self::assertStringContainsString('is not there', $this->text($this->refused([[1, 0]], [['format' => 'png']], 'folder')));
        self::assertDirectoryDoesNotExist($this->data.'/out');
    }

    public function testLinksInTheFolderDoNotLeadOutOfIt(): void
    {
        $this->patches();
        mkdir($this->data.'/elsewhere');
        mkdir($this->data.'/out/real');
        symlink($this->data.'/elsewhere', $this->data.'/out/away');
        symlink('real', $this->data.'/out/within');
        self::assertStringContainsString('leads to a place outside it', $this->text($this->refused([[1, 0]], [['format' => 'png']], 'folder', 'away')));
        file_put_contents($this->data.'/elsewhere/.x.77.part', 'not ours');
        $this->ask([[1, 0]], [['format' => 'jpeg', 'lattice' => 9]], 'folder', 'within');
        $this->work();
        self::assertCount(1, glob($this->data.'/out/real/*.jpg') ?: []);
        $housekeeping = $this->kernel->getContainer()->get(Housekeeping::class);
        self::assertInstanceOf(Housekeeping::class, $housekeeping);
        $housekeeping->clear();
        self::assertFileExists($this->data.'/elsewhere/.x.77.part');
    }

    /** @return iterable<string, array{array<string, string>}> */
    public static function wordsOfAnotherVersion(): iterable
    {
        yield 'metadata' => [['metadata' => 'faces-only']];
        yield 'profile' => [['profile' => 'rec-2100']];
    }

    /** @param array<string, string> $kept */
    #[DataProvider('wordsOfAnotherVersion')]
    public function testWhatIsKeptInWordsThatAreNotKnownIsNotMade(array $kept): void
    {
        $this->patches();
        $this->ask([[1, 0]], [['format' => 'jpeg', 'lattice' => 9]], 'downloads');
        $this->connection()->executeStatement('UPDATE export_job SET output = json_patch(output, ?)', [json_encode($kept, \JSON_THROW_ON_ERROR)]);
        $this->work();
        $made = $this->json('GET', '/api/deliveries/1', '/api/deliveries/{id}');
        self::assertIsArray($made['files']);
        self::assertStringContainsString('another version', $this->text(array_column($made['files'], 'error')[0] ?? null));
        self::assertFileDoesNotExist($this->data.'/exports/1');
    }

    public function testAFullDiskInTheMiddleFailsWhatHasNoRoomAndNothingElse(): void
    {
        $out = $this->data.'/out';
        if (0 !== (new Process(['mount', '-t', 'tmpfs', '-o', 'size=300k', 'tmpfs', $out]))->run()) {
            self::markTestSkipped('No right to mount a small disk here.');
        }
        try {
            $this->patches(3);
            // A table of 17 nodes a side takes some 150 kB: the second has no room any more; a picture is small.
            $this->ask([[1, 0], [2, 0]], [['format' => 'cube', 'lattice' => 17], ['format' => 'jpeg', 'lattice' => 9]], 'folder');
            $this->work();
            $full = $this->json('GET', '/api/deliveries/1', '/api/deliveries/{id}');
            self::assertSame([3, 1], [$full['done'], $full['failed']]);
            self::assertStringContainsString('disk is full', (string) json_encode($full['files']));
            self::assertCount(3, array_diff(scandir($out) ?: [], ['.', '..']), 'nothing half-written');
            unlink($out.'/patches-source.cube');
            $this->json('POST', '/api/deliveries/1/again', '/api/deliveries/{id}/{what}');
            $this->work();
            self::assertSame(4, $this->json('GET', '/api/deliveries/1', '/api/deliveries/{id}')['done']);
        } finally {
            (new Process(['umount', $out]))->run();
        }
    }

    public function testAForgottenDeliveryLeavesNoFiles(): void
    {
        $this->patches();
        $this->ask([[1, 0]], [['format' => 'jpeg', 'lattice' => 9]], 'downloads');
        $this->work();
        self::assertCount(1, glob($this->data.'/exports/*') ?: []);
        self::assertSame(204, $this->call('DELETE', '/api/deliveries/1')->getStatusCode());
        self::assertSame([], glob($this->data.'/exports/*') ?: []);
        self::assertSame(404, $this->call('GET', '/api/exports/1/file')->getStatusCode());
    }

    public function testCarryingOntoAPhotoThatIsBeingDeliveredChangesNothingInItsFile(): void
    {
        $this->patches(2);
        $this->ask([[2, 0]], [['format' => 'png', 'lattice' => 9]], 'downloads');
        $this->json('POST', '/api/photos/1/carry', '/api/photos/{id}/carry', '{"look":{"tovrinLook":1,"moves":[{"kind":"shift","params":{"hue":150}}]},"to":[2]}');
        $this->work();
        $this->work();
        self::assertSame(Pictures::pixel($this->data.'/patches.png', 16, 16), Pictures::pixel($this->file(1), 16, 16), 'as it was when it was asked for');
    }

    /**
     * @param list<array{int, int}>      $photos  numbers and revisions
     * @param list<array<string, mixed>> $outputs
     */
    private function body(array $photos, array $outputs, string $to, ?string $folder = null): string
    {
        return json_encode(['photos' => array_map(static fn (array $one): array => ['id' => $one[0], 'basedOn' => $one[1]], $photos), 'outputs' => $outputs, 'to' => $to, 'folder' => $folder], \JSON_THROW_ON_ERROR);
    }

    /**
     * @param list<array{int, int}>      $photos
     * @param list<array<string, mixed>> $outputs
     */
    private function ask(array $photos, array $outputs, string $to, ?string $folder = null): void
    {
        $this->json('POST', '/api/deliveries', '/api/deliveries', $this->body($photos, $outputs, $to, $folder));
    }

    /**
     * @param list<array{int, int}>      $photos
     * @param list<array<string, mixed>> $outputs
     */
    private function refused(array $photos, array $outputs, string $to, ?string $folder = null): mixed
    {
        return $this->json('POST', '/api/deliveries', '/api/deliveries', $this->body($photos, $outputs, $to, $folder), 422)['error'];
    }

    private function file(int $export): string
    {
        $file = $this->call('GET', "/api/exports/$export/file");
        self::assertInstanceOf(BinaryFileResponse::class, $file);

        return $file->getFile()->getPathname();
    }

    private function bits(int $export): int
    {
        return (new \Imagick('png:'.$this->file($export)))->getImageDepth();
    }

    /** The red, green and blue values of a picture, in its own depth. */
    private function raw(int $export): string
    {
        $image = new \Imagick('png:'.$this->file($export));
        $depth = $image->getImageDepth();
        $image->setImageFormat('RGB');
        $image->setImageDepth($depth);

        return $image->getImageBlob();
    }

    /** @return array<string, string> contents, by name */
    private function unpacked(string $url): array
    {
        $file = $this->call('GET', $url);
        self::assertInstanceOf(BinaryFileResponse::class, $file);
        $zip = new \ZipArchive();
        self::assertTrue($zip->open($file->getFile()->getPathname(), \ZipArchive::CHECKCONS));
        $inside = [];
        for ($i = 0; $i < $zip->numFiles; ++$i) {
            $inside[(string) $zip->getNameIndex($i)] = (string) $zip->getFromIndex($i);
        }
        ksort($inside);

        return $inside;
    }
}
