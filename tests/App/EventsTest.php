<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

use Tovrin\Tests\Core\Looks;

/** What open windows are told, through the web server as it is served. */
final class EventsTest extends ServedTestCase
{
    public function testEveryOpenWindowIsToldWhatWasChangedAndByWhom(): void
    {
        $set = $this->api('POST', '/api/sets', ['name' => 'A set']);
        $windows = array_map(fn (): mixed => $this->window(), range(1, 5));
        $picture = (string) file_get_contents(Pictures::colourful($this->data.'/a.png'));
        $this->raw($this->get('/api/sets/1/photos?name=a.png', ['Content-Length: '.\strlen($picture)], 'POST').$picture);
        foreach ($windows as $window) {
            self::assertEquals(['what' => 'set', 'set' => self::at($set, 'id')], $this->heard($window, 'set'));
        }
        $look = json_encode(['basedOn' => 0, 'look' => json_decode(Looks::json(['kind' => 'shift', 'params' => ['hue' => 40]]))], \JSON_THROW_ON_ERROR);
        $this->raw($this->get('/api/photos/1/grade', ['Content-Type: application/json', 'Tovrin-Window: window-7', 'Tovrin-Name: Zo%C3%AB', 'Content-Length: '.\strlen($look)], 'PUT').$look);
        foreach ($windows as $window) {
            self::assertEquals(['what' => 'grade', 'photo' => 1, 'set' => 1, 'revision' => 1, 'graded' => true, 'window' => 'window-7', 'by' => 'Zoë'], $this->heard($window, 'grade'));
            // By a worker, which is a process of its own.
            self::assertSame([1, 1], [($drawn = $this->heard($window, 'drawn'))['photo'], $drawn['drawn']]);
            self::assertSame(self::at($this->api('GET', '/api/photos/1'), 'troubles'), $drawn['troubles']);
        }
        self::assertSame('Zoë', $this->api('GET', '/api/photos/1/grade')['changedBy']);
        self::assertSame('Zoë', self::at($this->api('GET', '/api/photos/1/history'), 1, 'by'));
    }

    public function testWhatIsRefusedIsNotTold(): void
    {
        $this->api('POST', '/api/sets', ['name' => 'A set']);
        $window = $this->window();
        $body = '{"name":""}';
        self::assertSame(422, $this->raw($this->get('/api/sets', ['Content-Type: application/json', 'Content-Length: '.\strlen($body)], 'POST').$body)[0]);
        $this->api('POST', '/api/looks', ['look' => json_decode(Looks::json(['kind' => 'shift'])), 'group' => '']);
        self::assertEquals(['what' => 'looks'], $this->next($window), 'the first that is told');
    }

    public function testAnotherPageHearsNothing(): void
    {
        self::assertSame(403, $this->raw($this->get('/api/events', ['Origin: http://elsewhere.example', 'Accept: text/event-stream']))[0]);
    }

    /** @return resource a connection as the browser's */
    private function window(): mixed
    {
        $socket = stream_socket_client('tcp://127.0.0.1:'.$this->port);
        \assert(false !== $socket);
        stream_set_timeout($socket, 10);
        fwrite($socket, $this->get('/api/events', ['Accept: text/event-stream']));
        while ("\r\n" !== ($line = fgets($socket))) {
            self::assertIsString($line, 'no answer');
        }

        return $socket;
    }

    /**
     * @param resource $window
     *
     * @return array<mixed> the next change of a kind
     */
    private function heard(mixed $window, string $what): array
    {
        do {
            $change = $this->next($window);
        } while ($what !== $change['what']);

        return $change;
    }

    /**
     * @param resource $window
     *
     * @return array<mixed>
     */
    private function next(mixed $window): array
    {
        /** @var array<int, list<array<mixed>>> $waiting */
        static $waiting = [];
        $id = get_resource_id($window);
        while ([] === ($waiting[$id] ??= [])) {
            $line = fgets($window);
            self::assertIsString($line, 'nothing came');
            if (str_starts_with($line, 'data: ') && '' !== trim(substr($line, 6))) {
                /** @var list<array<mixed>> $changes */
                $changes = json_decode(substr($line, 6), true, 16, \JSON_THROW_ON_ERROR);
                array_push($waiting[$id], ...$changes);
            }
        }

        return array_shift($waiting[$id]);
    }
}
