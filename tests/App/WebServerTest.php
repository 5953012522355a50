<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

/** What the web server does by itself, before and around the application. */
final class WebServerTest extends ServedTestCase
{
    private const KEY = 'a-key_of-the-kiln-0123';

    public function testEveryAnswerKeepsOtherPagesAndGuessesOut(): void
    {
        foreach (['/', '/api/health', '/api/nothing', '/api/photos/1/preview'] as $path) {
            [, $head] = $this->raw($this->get($path));
            self::assertMatchesRegularExpression('/^X-Content-Type-Options: nosniff\r?$/mi', $head, $path);
            self::assertMatchesRegularExpression("/^Content-Security-Policy: default-src 'self';.*frame-ancestors 'none'/mi", $head, $path);
            self::assertMatchesRegularExpression('/^X-Frame-Options: DENY\r?$/mi', $head, $path);
        }
        self::assertSame(0o700, fileperms($this->data) & 0o777, 'nobody else on this computer looks into the data folder');
        self::assertSame(0, fileperms($this->data.'/tovrin.sqlite') & 0o077);
    }

    public function testWhatIsRefusedIsRefusedBeforeItIsReadAndInJson(): void
    {
        $long = ['Content-Length: 700000000'];
        $elsewhere = $this->raw($this->get('/api/sets/1/photos?name=a', ['Origin: http://elsewhere.example', ...$long], 'POST'));
        self::assertSame([403, '{"error":"Requests from other web pages are refused."}'], [$elsewhere[0], $elsewhere[2]]);
        [$status, , $body] = $this->raw(str_replace("Host: 127.0.0.1:{$this->port}", 'Host: rebound.example', $this->get('/api/sets')));
        self::assertSame(403, $status);
        self::assertStringContainsString('TOVRIN_HOSTS', $body);
        foreach (['99999999999999999999', '17000000', '-1'] as $length) {
            [$status, , $body] = $this->raw($this->get('/api/sets', ['Content-Type: application/json', 'Content-Length: '.$length], 'POST'));
            self::assertContains($status, [400, 413]);
            self::assertIsArray(json_decode($body, true), $body);
        }
        self::assertSame(405, $this->raw($this->get('/api/sets/1/arrangement', ['X-HTTP-Method-Override: PUT', 'Content-Length: 0'], 'POST'))[0]);
        self::assertSame(200, $this->raw($this->get('/api/health', ["Origin: http://127.0.0.1:{$this->port}"]))[0]);
    }

    public function testAFileThatDoesNotArriveWholeIsNotTaken(): void
    {
        $this->raw($this->get('/api/sets', ['Content-Type: application/json', 'Content-Length: 12'], 'POST').'{"name":"A"}');
        $bytes = (string) file_get_contents(Pictures::colourful($this->data.'/colours.png'));
        $socket = stream_socket_client('tcp://127.0.0.1:'.$this->port);
        \assert(false !== $socket);
        fwrite($socket, $this->get('/api/sets/1/photos?name=half.png', ['Content-Length: '.\strlen($bytes)], 'POST').substr($bytes, 0, (int) (\strlen($bytes) / 2)));
        fclose($socket);
        [$status, , $body] = $this->raw($this->get('/api/sets/1/photos?name=whole.png', ['Content-Length: '.\strlen($bytes)], 'POST').$bytes);
        self::assertSame(201, $status, $body);
        self::assertStringContainsString('"photoCount":1', $this->raw($this->get('/api/sets'))[2]);
        self::assertSame([], self::until(fn (): array => glob($this->data.'/run/bodies/*') ?: [], static fn (array $left): bool => [] === $left));
    }

    public function testAPictureToMatchMayBeAsLargeAsAnyPicture(): void
    {
        $this->raw($this->get('/api/sets', ['Content-Type: application/json', 'Content-Length: 12'], 'POST').'{"name":"A"}');
        $bytes = (string) file_get_contents(Pictures::colourful($this->data.'/colours.png'));
        $this->raw($this->get('/api/sets/1/photos?name=a.png', ['Content-Length: '.\strlen($bytes)], 'POST').$bytes);
        // Larger than any other request may be; what follows a picture's end is no matter.
        $large = $bytes.str_repeat("\0", 17_000_000);
        [$status, , $body] = $this->raw($this->get('/api/photos/1/match?name=other.png', ['Content-Length: '.\strlen($large)], 'POST').$large);
        self::assertSame(200, $status, substr($body, 0, 300));
        self::assertStringContainsString('"kind":"match"', $body);
        self::assertSame([], self::until(fn (): array => glob($this->data.'/run/bodies/*') ?: [], static fn (array $left): bool => [] === $left));
    }

    public function testAPictureIsSentByTheWebServerItself(): void
    {
        $this->raw($this->get('/api/sets', ['Content-Type: application/json', 'Content-Length: 12'], 'POST').'{"name":"A"}');
        $bytes = (string) file_get_contents(Pictures::colourful($this->data.'/colours.png'));
        $this->raw($this->get('/api/sets/1/photos?name=a.png', ['Content-Length: '.\strlen($bytes)], 'POST').$bytes);
        [$status, $head, $picture] = $this->raw($this->get('/api/photos/1/full', ['X-Accel-Mapping: /etc/=/-data/']));
        self::assertSame(200, $status);
        self::assertStringContainsString('Content-Type: image/png', $head);
        self::assertSame("\x89PNG", substr($picture, 0, 4));
        self::assertSame(404, $this->raw($this->get('/-data/tovrin.sqlite'))[0]);
    }

    public function testWithAKeyEveryRequestMustCarryIt(): void
    {
        $this->serve->stop(10.0, \SIGTERM);
        $this->serve = $this->started(['TOVRIN_KEY' => self::KEY, 'TOVRIN_HOSTS' => 'grades.example.org']);
        $this->serve->waitUntil(static fn (string $type, string $text): bool => str_contains($text, 'is served at'));
        foreach ([[], ['Tovrin-Key: '.self::KEY.'x'], ['Tovrin-Key: '.strtoupper(self::KEY)], ['Cookie: tovrin_key=wrong']] as $headers) {
            [$status, , $body] = $this->raw($this->get('/api/health', $headers));
            self::assertSame(401, $status);
            self::assertStringContainsString('Tovrin-Key', $body);
            self::assertSame(401, $this->raw($this->get('/assets/anything.js', $headers))[0]);
        }
        self::assertStringContainsString('This studio is locked', $this->raw($this->get('/'))[2], 'browsers are asked for it');
        self::assertSame(200, $this->raw($this->get('/locked.js'))[0]);
        self::assertSame(200, $this->raw($this->get('/api/health', ['Tovrin-Key: '.self::KEY]))[0]);
        self::assertSame(200, $this->raw($this->get('/', ['Cookie: tovrin_key='.self::KEY]))[0]);
        $byName = str_replace("Host: 127.0.0.1:{$this->port}", 'Host: grades.example.org', $this->get('/api/health', ['Tovrin-Key: '.self::KEY, 'Origin: https://grades.example.org']));
        self::assertSame(200, $this->raw($byName)[0], 'behind a server that speaks TLS for it');
    }

    public function testTheKeyIsTakenByTheServerAndKeptWhereNoScriptReadsIt(): void
    {
        $this->lock();
        $typed = fn (string $key): array => $this->raw($this->get('/api/unlock', ['Content-Type: application/json', 'Content-Length: '.\strlen($body = json_encode(['key' => $key], \JSON_THROW_ON_ERROR)), 'X-Forwarded-Proto: https'], 'POST').$body);
        [$status, $head, $body] = $typed('a-key_of-the-kiln-9999');
        self::assertSame(401, $status);
        self::assertStringContainsString('That is not the key', $body);
        self::assertStringNotContainsStringIgnoringCase('Set-Cookie', $head);
        [$status, $head] = $typed(' '.self::KEY.' ');
        self::assertSame(204, $status);
        self::assertMatchesRegularExpression('/^Set-Cookie: tovrin_key='.self::KEY.';.*secure; httponly; samesite=strict/mi', $head);
        self::assertStringContainsString('A wrong key was typed, from 127.0.0.1', implode('', array_map(file_get_contents(...), glob($this->data.'/tovrin-*.log') ?: [])));
    }

    public function testGuessesAtTheKeyAreSlowedDownAndWrittenDown(): void
    {
        $this->lock();
        $start = hrtime(true);
        for ($guess = 0; $guess < 4; ++$guess) {
            self::assertSame(401, $this->raw($this->get('/api/sets', ["Tovrin-Key: guess-number-$guess-000"]))[0]);
        }
        self::assertGreaterThan(2.5, (hrtime(true) - $start) / 1e9, 'one a second');
        $start = hrtime(true);
        for ($time = 0; $time < 30; ++$time) {
            self::assertSame(200, $this->raw($this->get('/api/health', ['Tovrin-Key: '.self::KEY]))[0]);
        }
        self::assertLessThan(2.5, (hrtime(true) - $start) / 1e9, 'with the key nothing is');
        $log = (string) file_get_contents($this->data.'/errors.log');
        self::assertSame(4, preg_match_all('#\[warn\] a wrong key from 127\.0\.0\.1 .*GET /api/sets$#m', $log));
        self::assertStringNotContainsString('guess-number', $log);
    }

    /** What a browser may keep it keeps for itself, and does not ask for again. */
    public function testPicturesAreKeptByTheBrowserAlone(): void
    {
        $this->raw($this->get('/api/sets', ['Content-Type: application/json', 'Content-Length: 12'], 'POST').'{"name":"A"}');
        $bytes = (string) file_get_contents(Pictures::colourful($this->data.'/colours.png'));
        $this->raw($this->get('/api/sets/1/photos?name=a.png', ['Content-Length: '.\strlen($bytes)], 'POST').$bytes);
        foreach (['preview', 'thumb', 'full', 'small/0'] as $picture) {
            [, $head] = $this->raw($this->get('/api/photos/1/'.$picture));
            self::assertSame(1, preg_match_all('/^Cache-Control: (.*?)\r?$/mi', $head, $found), $picture);
            self::assertEqualsCanonicalizing(['private', 'max-age=31536000', 'immutable'], preg_split('/, */', $found[1][0]), $picture);
            self::assertMatchesRegularExpression('/^Cross-Origin-Resource-Policy: same-origin\r?$/mi', $head);
        }
    }

    private function lock(): void
    {
        $this->serve->stop(10.0, \SIGTERM);
        $this->serve = $this->started(['TOVRIN_KEY' => self::KEY]);
        $this->serve->waitUntil(static fn (string $type, string $text): bool => str_contains($text, 'is served at'));
    }

    public function testSettingsThatCannotBeAreNamed(): void
    {
        foreach ([['TOVRIN_KEY' => 'short'], ['TOVRIN_HOSTS' => 'https://a.example/']] as $settings) {
            $second = $this->started($settings, $this->data.'-other', self::freePort());
            self::assertSame(2, $second->wait());
            self::assertStringContainsString(array_key_first($settings).':', $second->getErrorOutput());
        }
    }
}
