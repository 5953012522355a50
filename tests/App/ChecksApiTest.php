<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

use Symfony\Component\Process\Process;
use Tovrin\Core\Format\LookJson;
use Tovrin\Tests\Core\Looks;
use Tovrin\Tests\Outside;

/** What goes wrong with colours: told to the studio, the sheet, deliveries and the command line. */
final class ChecksApiTest extends ApiTestCase
{
    /** Lifts the patch of ochre, a quarter of the picture, until its red runs out. */
    private const LIFT = ['kind' => 'shift', 'id' => 'lift', 'reach' => ['hue' => ['from' => 50, 'to' => 110, 'softFrom' => 20, 'softTo' => 20], 'chroma' => ['from' => 0.06, 'to' => 0.5, 'softFrom' => 0.04, 'softTo' => 0]], 'params' => ['lightness' => 25]];

    public function testTheStudioIsToldWhatWhereByWhichMoveAndAWayOut(): void
    {
        $this->patches();
        $look = Looks::json(['kind' => 'warmth', 'params' => ['warmth' => 1]], self::LIFT);
        $asked = fn (bool $ways): array => $this->json('POST', '/api/photos/1/checks', '/api/photos/{id}/checks', \sprintf('{"look":%s,"ways":%s}', $look, $ways ? 'true' : 'false'));
        /** @var list<array{trouble: string, words: string, share: float, x: float, y: float, move: string, way: string|null, left: float|null, look: array<string, mixed>|null}> $found */
        $found = $asked(true);
        $red = $found[(int) array_search('red-full', array_column($found, 'trouble'), true)];
        self::assertSame(['red-full', 'red at 255', 'lift'], [$red['trouble'], $red['words'], $red['move']]);
        self::assertEqualsWithDelta(0.25, $red['share'], 0.01);
        // The patch lies in the upper left quarter.
        self::assertLessThan(0.5, max($red['x'], $red['y']));
        self::assertLessThan(0.5 * $red['share'], $red['left'] ?? 1.0);
        $mended = LookJson::read(json_encode($red['look'], \JSON_THROW_ON_ERROR));
        self::assertSame([1.0, 'lift'], [$mended->moves[0]->strength, $mended->moves[1]->id]);
        self::assertLessThan(1.0, $mended->moves[1]->strength);
        /** @var list<array{trouble: string, way: string|null}> $quick */
        $quick = $asked(false);
        self::assertSame(array_column($found, 'trouble'), array_column($quick, 'trouble'));
        self::assertSame([null], array_values(array_unique(array_column($quick, 'way'))));
        self::assertSame([], $this->json('POST', '/api/photos/1/checks', '/api/photos/{id}/checks', '{"look":{"tovrinLook":1,"moves":[]}}'));
    }

    public function testThePreviewCanLightWhereSomethingGoesWrong(): void
    {
        $this->patches();
        $cube = function (array $move, string $check): array {
            /** @var array<string, mixed> $move */
            $bytes = (string) $this->call('POST', '/api/cube', \sprintf('{"look":%s,"lattice":9,"photo":1,"check":"%s"}', Looks::json($move), $check))->getContent();
            /** @var list<float> $floats */
            $floats = array_values((array) unpack('g*', $bytes));

            return $floats;
        };
        // The fourth channel of a light orange and of the grey in the middle.
        $weight = static fn (array $floats, int $r, int $g, int $b): mixed => $floats[4 * ($r + 9 * ($g + 9 * $b)) + 3];
        $lit = $cube(self::LIFT, 'red-full');
        self::assertGreaterThan(0.9, $weight($lit, 7, 5, 2));
        self::assertSame(0.0, $weight($lit, 4, 4, 4));
        // Where an area leaves the move out, nothing goes wrong: the first layer of the stack is that.
        $limited = $cube(self::LIFT + ['area' => ['shapes' => [['shape' => 'ellipse', 'centre' => [0.5, 0.5], 'radii' => [0.2, 0.2]]]]], 'red-full');
        self::assertSame(0.0, $weight($limited, 7, 5, 2));
        self::assertGreaterThan(0.9, $limited[4 * (9 ** 3 + 7 + 9 * (5 + 9 * 2)) + 3]);
        self::assertStringContainsString('no check of that name', (string) json_encode($this->json('POST', '/api/cube', '/api/cube', \sprintf('{"look":%s,"lattice":9,"photo":1,"check":"other"}', Looks::json(self::LIFT)), 422)['error']));
        self::assertStringContainsString('Name one', (string) json_encode($this->json('POST', '/api/cube', '/api/cube', \sprintf('{"look":%s,"lattice":9,"check":"torn"}', Looks::json(self::LIFT)), 422)['error']));
    }

    public function testTheSheetMarksThePhotoAndADeliveryKeepsIt(): void
    {
        $this->patches();
        self::assertSame([], $this->json('GET', '/api/photos/1', '/api/photos/{id}')['troubles']);
        $this->grade(1, 0, self::LIFT);
        $this->work();
        $troubles = (array) $this->json('GET', '/api/photos/1', '/api/photos/{id}')['troubles'];
        self::assertContains('Red at 255 in 25 % of the photo', $troubles);
        $this->deliver(1, 1, ['format' => 'jpeg', 'lattice' => 9]);
        $this->work();
        /** @var array{files: list<array{troubles: list<string>}>} $delivery */
        $delivery = $this->json('GET', '/api/deliveries/1', '/api/deliveries/{id}');
        self::assertSame($troubles, $delivery['files'][0]['troubles']);
        $this->json('POST', '/api/photos/1/undo', '/api/photos/{id}/{step}', '{"basedOn":1}');
        $this->work();
        self::assertSame([], $this->json('GET', '/api/photos/1', '/api/photos/{id}')['troubles']);
    }

    public function testTheCommandLineSaysSoAndEndsWith1WhereThatIsAskedFor(): void
    {
        $picture = Pictures::png($this->data.'/patches.png', 64, 64, static fn (int $x, int $y): array => $y < 32 && $x < 32 ? [200, 146, 46] : [128, 128, 128]);
        file_put_contents($look = $this->data.'/look.json', Looks::json(self::LIFT));
        file_put_contents($nothing = $this->data.'/nothing.json', Looks::json(['kind' => 'shift', 'params' => ['hue' => 1]]));
        $check = static function (string ...$arguments): array {
            $process = new Process([Outside::root().'/bin/tovrin', 'check', ...$arguments], timeout: 60.0);
            $process->run();

            return [$process->getExitCode(), $process->getOutput(), $process->getErrorOutput()];
        };
        [$code, $text] = $check($picture, '--look', $look);
        self::assertSame(0, $code);
        self::assertMatchesRegularExpression('/^Red at 255 in 25\.\d % of the picture, most at #c8922e; by move 1, Shift\. .* leaves [\d.]+ %\.$/m', $text);
        [$code, $lines] = $check($picture, '--look', $look, '--strict', '--json');
        self::assertSame(1, $code);
        /** @var array{trouble: string, share: float, move: int} $first */
        $first = json_decode(explode("\n", $lines)[0], true, 8, \JSON_THROW_ON_ERROR);
        self::assertSame(1, $first['move']);
        self::assertSame([0, "Nothing was found.\n", ''], $check($picture, '--look', $nothing, '--strict'));
        self::assertSame(2, $check($this->data.'/missing.png', '--look', $look)[0]);
    }
}
