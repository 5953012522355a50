<?php

declare(strict_types=1);

namespace Tovrin\Tests\Core\Format;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tovrin\Core\Format\FormatError;
use Tovrin\Core\Format\LookJson;
use Tovrin\Core\Format\LookSchema;
use Tovrin\Core\Grade\ReadsFrom;
use Tovrin\Core\Move\Kind\SelectiveColour;
use Tovrin\Core\Move\Kind\Shift;

final class LookJsonTest extends TestCase
{
    public function testReadsWhatEditorsAndOtherWritersMakeOfIt(): void
    {
        foreach (["\xEF\xBB\xBF", ''] as $mark) {
            foreach (['1', '1.0', '1e0'] as $version) {
                self::assertSame('Rust', LookJson::read($mark.'{"tovrinLook":'.$version.',"name":"Rust","moves":[]}')->name);
            }
        }
        $this->expectException(FormatError::class);
        $this->expectExceptionMessage('1.5 is not a version');
        LookJson::read('{"tovrinLook":1.5,"moves":[]}');
    }

    public function testReadsEverythingALookSays(): void
    {
        $grade = LookJson::read('{"tovrinLook":1,"name":"Plaster back to white","moves":[
            {"kind":"selective-colour","params":{"method":"absolute","yellows":{"yellow":-35}}},
            {"kind":"shift","label":"Bowl","on":false,"strength":80,"reads":"running",
             "reach":{"hue":{"from":350,"to":20,"softFrom":15},"chroma":null,"light":{"from":0.2,"to":1,"softFrom":0.1,"softTo":0},"invert":true,"held":[{"colour":"#a34a2c","radius":0.08}]},
             "params":{"hue":0.5,"saturation":-60}}]}');
        self::assertSame('Plaster back to white', $grade->name);
        [$ink, $shift] = $grade->moves;
        self::assertInstanceOf(SelectiveColour::class, $ink->kind);
        self::assertFalse($ink->kind->relative);
        self::assertSame(-35.0, $ink->kind->targets['yellows']['yellow']);
        self::assertSame(0.0, $ink->kind->targets['reds']['cyan'], 'missing settings are at rest');
        self::assertTrue($ink->on);
        self::assertSame(1.0, $ink->strength);
        self::assertSame(ReadsFrom::Source, $ink->reads);
        self::assertNull($ink->reach);
        self::assertEquals(new Shift(0.5, -60.0, 0.0), $shift->kind);
        self::assertSame(['Bowl', false, 0.8, ReadsFrom::Running], [$shift->label, $shift->on, $shift->strength, $shift->reads]);
        self::assertNotNull($shift->reach);
        self::assertSame([350.0, 20.0, 15.0, 0.0], [$shift->reach->windows->hue?->from, $shift->reach->windows->hue?->to, $shift->reach->windows->hue?->softFrom, $shift->reach->windows->hue?->softTo]);
        self::assertNull($shift->reach->windows->chroma);
        self::assertTrue($shift->reach->invert);
        self::assertSame('#a34a2c', $shift->reach->held[0]->colour);
    }

    /** @return iterable<string, array{string, list<string>}> */
    public static function badLooks(): iterable
    {
        $with = static fn (string $move): string => '{"tovrinLook":1,"moves":[{"kind":"shift"},'.$move.']}';
        yield 'no JSON' => ['{"tovrinLook":1,', ['not JSON']];
        yield 'no object' => ['[1]', ['tovrinLook']];
        yield 'another version' => ['{"tovrinLook":2,"moves":[]}', ['tovrinLook', '2']];
        yield 'no version' => ['{"moves":[]}', ['tovrinLook']];
        yield 'no moves' => ['{"tovrinLook":1}', ['moves']];
        yield 'moves are no list' => ['{"tovrinLook":1,"moves":{}}', ['moves']];
        yield 'an unknown field' => ['{"tovrinLook":1,"moves":[],"nam":"x"}', ['nam', 'name']];
        yield 'an unknown kind' => [$with('{"kind":"shoft"}'), ['moves[1].kind', 'shoft', 'band-mix']];
        yield 'no kind' => [$with('{"params":{}}'), ['moves[1].kind']];
        yield 'a move that is none' => [$with('7'), ['moves[1]']];
        yield 'too large' => [$with('{"kind":"shift","params":{"hue":400}}'), ['moves[1].params.hue', '400', '-180 to 180']];
        yield 'too small' => [$with('{"kind":"band-mix","params":{"red":{"hue":-61}}}'), ['moves[1].params.red.hue', '-61', '-60 to 60']];
        yield 'of the wrong type' => [$with('{"kind":"shift","strength":"full"}'), ['moves[1].strength', 'full', '0 to 100']];
        yield 'an unknown setting' => [$with('{"kind":"shift","params":{"hu":4}}'), ['moves[1].params.hu', 'hue, saturation, lightness']];
        yield 'an unknown word' => [$with('{"kind":"selective-colour","params":{"method":"strict"}}'), ['moves[1].params.method', 'strict', 'relative', 'absolute']];
        yield 'a window that is too long' => [$with('{"kind":"shift","reach":{"hue":{"from":-3,"to":3}}}'), ['moves[1].reach.hue.from', '-3']];
        yield 'a window without its end' => [$with('{"kind":"shift","reach":{"light":{"from":0.5}}}'), ['moves[1].reach.light.to']];
        yield 'a window the wrong way round' => [$with('{"kind":"shift","reach":{"light":{"from":0.5,"to":0.2}}}'), ['moves[1].reach.light', '0.5', '0.2']];
        yield 'a colour that is none' => [$with('{"kind":"shift","reach":{"held":[{"colour":"red","radius":1}]}}'), ['moves[1].reach.held[0].colour', 'red', '#rrggbb']];
        yield 'a radius of nothing' => [$with('{"kind":"shift","reach":{"held":[{"colour":"#aabbcc","radius":0}]}}'), ['moves[1].reach.held[0].radius']];
    }

    /** @param list<string> $parts */
    #[DataProvider('badLooks')]
    public function testRefusesAndNamesThePlace(string $json, array $parts): void
    {
        try {
            LookJson::read($json);
            self::fail('It was accepted.');
        } catch (FormatError $e) {
            foreach ($parts as $part) {
                self::assertStringContainsString($part, $e->getMessage());
            }
        }
    }

    public function testRefusesAHugeText(): void
    {
        $this->expectException(FormatError::class);
        LookJson::read(str_repeat(' ', LookJson::MAX_BYTES + 1));
    }

    public function testTheSchemaInTheRepositoryIsTheOneTheKindsDeclare(): void
    {
        self::assertSame(LookSchema::json(), file_get_contents(LookSchema::FILE), 'Run "bin/tovrin schema" and commit the result.');
    }
}
