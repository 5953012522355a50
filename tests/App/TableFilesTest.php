<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

use PHPUnit\Framework\TestCase;
use Tovrin\App\Library\PhotoStore;
use Tovrin\App\Library\TableFiles;
use Tovrin\Tests\Outside;

/** Tables of reaches between processes: found again, swept when there are many, done without when there is no room. */
final class TableFilesTest extends TestCase
{
    public function testATableIsFoundByAnotherProcessAndTheOldestAreSwept(): void
    {
        $folder = Outside::scratch();
        $shelf = new TableFiles(new PhotoStore($folder));
        self::assertNull($shelf->get('aa'));
        foreach (['aa', 'bb', 'cc', 'dd', 'ee'] as $i => $key) {
            $shelf->put($key, str_repeat($key, 100));
            touch("$folder/tables/$key", 1_700_000_000 + 60 * $i);
        }
        $other = new TableFiles(new PhotoStore($folder));
        self::assertSame(str_repeat('bb', 100), $other->get('bb'));
        $other->sweep(10);
        self::assertNotNull($other->get('aa'));
        $other->sweep(4);
        self::assertNull($other->get('aa'));
        self::assertSame(str_repeat('ee', 100), $other->get('ee'));
    }

    public function testWithoutAFolderTablesAreSimplyNotKept(): void
    {
        $shelf = new TableFiles(new PhotoStore('/dev/null/nowhere'));
        $shelf->put('aa', 'bytes');
        self::assertNull($shelf->get('aa'));
    }
}
