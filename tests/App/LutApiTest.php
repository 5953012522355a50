<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

use Tovrin\Core\Format\CubeText;
use Tovrin\Core\Format\IccDeviceLink;
use Tovrin\Core\Grade\Compiler;
use Tovrin\Tests\Core\Looks;
use Tovrin\Tests\Outside;

/** Tables of other programs, over HTTP: taken in, used in a grade, carried along by looks that leave. */
final class LutApiTest extends ApiTestCase
{
    private const CURVE = ['kind' => 'curves', 'params' => ['all' => [[0, 30], [128, 150], [255, 240]]]];

    public function testATableIsTakenInNamedAndUsedInAGrade(): void
    {
        $this->patches();
        $lut = $this->import('evening.cube', CubeText::write(Compiler::compile(Looks::of(self::CURVE), 33), 'Evening'));
        self::assertSame(['Evening', 'A table of 33 × 33 × 33 colours'], [$lut['title'], $lut['words']]);
        self::assertEquals($lut['digest'], $this->json('GET', '/api/luts/'.$this->text($lut['digest']), '/api/luts/{digest}')['digest']);
        $this->grade(1, 0, $this->move($lut));
        $this->deliver(1, 1, ['format' => 'png', 'bits' => 16]);
        $this->grade(1, 1, self::CURVE);
        $this->deliver(1, 2, ['format' => 'png', 'bits' => 16]);
        $this->work();
        foreach ([[16, 16], [48, 16], [16, 48], [48, 48]] as [$x, $y]) {
            foreach ([0, 1, 2] as $channel) {
                self::assertEqualsWithDelta(Pictures::pixel($this->data.'/exports/2', $x, $y)[$channel], Pictures::pixel($this->data.'/exports/1', $x, $y)[$channel], 1.0, 'as the grade that it was made from');
            }
        }
        $link = $this->import('evening.icc', IccDeviceLink::write(Compiler::compile(Looks::of(self::CURVE), 17), 'x'));
        self::assertStringContainsString('17 × 17 × 17', $this->text($link['words']));
    }

    public function testALookThatLeavesCarriesItsTableToAnotherServer(): void
    {
        $lut = $this->import('evening.cube', CubeText::write(Compiler::compile(Looks::of(self::CURVE), 17), 'Evening'));
        $look = Looks::json($this->move($lut));
        $this->json('POST', '/api/looks', '/api/looks', \sprintf('{"look":%s,"group":""}', $look));
        $single = (string) $this->call('GET', '/api/looks/1/file')->getContent();
        $archive = (string) $this->call('GET', '/api/looks/files')->getContent();
        $this->kernel->shutdown();
        $this->data = Outside::scratch();
        $this->beginWith(null);
        // Named alone it is of no use there, and that is said.
        $refused = $this->json('POST', '/api/looks', '/api/looks', \sprintf('{"look":%s,"group":""}', $look), 422);
        self::assertStringContainsString('The table “evening.cube” is not here. Import its file again.', $this->text($refused['error']));
        foreach (['evening.json' => $single, 'looks.zip' => $archive] as $name => $bytes) {
            $brought = $this->json('POST', '/api/looks/files?name='.$name, '/api/looks/files', $bytes);
            self::assertSame([], $brought['refused']);
        }
        self::assertFileExists($this->data.'/kept/'.$this->text($lut['digest']));
    }

    public function testWhatIsNoTableIsRefusedByLineAndNothingIsKept(): void
    {
        foreach (["LUT_3D_SIZE 2\n0 0 0\n0 0 red\n" => 'line 3: “red” is no number', 'eggs, milk' => 'line 1', '' => 'no LUT_1D_SIZE'] as $bytes => $says) {
            $refused = $this->json('POST', '/api/luts?name=broken.cube', '/api/luts', $bytes, 422);
            self::assertStringContainsString('“broken.cube” cannot be used as a table: ', $this->text($refused['error']));
            self::assertStringContainsString($says, $this->text($refused['error']));
        }
        self::assertSame([], glob($this->data.'/kept/*') ?: []);
        $this->json('GET', '/api/luts/'.str_repeat('0', 64), '/api/luts/{digest}', '', 404);
    }

    /** @return array<mixed> */
    private function import(string $name, string $bytes): array
    {
        return $this->json('POST', '/api/luts?name='.$name, '/api/luts', $bytes);
    }

    /**
     * @param array<mixed> $lut
     *
     * @return array<string, mixed>
     */
    private function move(array $lut): array
    {
        return ['kind' => 'table', 'params' => ['table' => $lut['digest'], 'name' => 'evening.cube']];
    }
}
