<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

use PHPUnit\Framework\TestCase;
use Tovrin\App\Kernel;

/** Which processes the web server gives requests to, as the routes say. */
final class PoolTest extends TestCase
{
    /** @var array{patient: string, files: string} */
    private static array $pools;

    public static function setUpBeforeClass(): void
    {
        $kernel = Kernel::booted('test');
        self::$pools = $kernel->pools();
        $kernel->shutdown();
        restore_exception_handler();
    }

    public function testWhatTakesLongNeverKeepsWhatIsAtHandWaiting(): void
    {
        foreach (['/api/cube ' => true, '/api/cube 1' => false, '/api/cube true' => false, '/api/photos/7/reach ' => true, '/api/photos/7/readings ' => true, '/api/photos/7/full ' => true, '/api/photos/7/preview ' => false, '/api/photos/7/grade ' => false, '/api/photos/7/undo ' => false, '/api/sets ' => false, '/api/deliveries/plan ' => true] as $request => $isPatient) {
            self::assertSame($isPatient, $this->isPatient($request), $request);
        }
    }

    public function testLargeFilesGoToTheDiskAsTheyCome(): void
    {
        foreach (['/api/sets/3/photos' => 1, '/api/photos/12/match' => 1, '/api/looks/files' => 1, '/api/sets' => 0, '/api/photos/12/match/4' => 0] as $path => $is) {
            self::assertSame($is, preg_match('#^(?:'.self::$pools['files'].')$#', $path), $path);
        }
    }

    private function isPatient(string $request): bool
    {
        preg_match_all('/"~(.*)" patient;/', self::$pools['patient'], $found);
        self::assertNotSame([], $found[1]);

        return [] !== array_filter($found[1], static fn (string $pattern): bool => 1 === preg_match('#'.$pattern.'#', $request));
    }
}
