<?php

declare(strict_types=1);

namespace Tovrin\Tests\App;

use PHPUnit\Framework\TestCase;
use Symfony\Component\Routing\RouterInterface;
use Tovrin\App\Api\Description\ApiDescription;
use Tovrin\App\Api\Description\Summary;
use Tovrin\App\Delivery\ExportFormat;
use Tovrin\App\Imaging\Encode\Format\FileFormats;
use Tovrin\App\Imaging\Encode\Profile;
use Tovrin\App\Kernel;
use Tovrin\Core\Colour\Encoding\Encodings;
use Tovrin\Core\Format\LookSchema;

/** What is generated into the repository is what the sources say now. */
final class DescriptionTest extends TestCase
{
    public function testTheDescriptionOfTheInterfaceIsTheOneInTheRepository(): void
    {
        $kernel = Kernel::booted('test');
        $router = $kernel->getContainer()->get('router');
        self::assertInstanceOf(RouterInterface::class, $router);
        self::assertStringEqualsFile(ApiDescription::FILE, (new ApiDescription($router))->json(), 'run "bin/tovrin schema"');
        $kernel->shutdown();
        restore_exception_handler();
    }

    public function testTheSchemaOfLooksIsTheOneInTheRepository(): void
    {
        self::assertStringEqualsFile(LookSchema::FILE, LookSchema::json(), 'run "bin/tovrin schema"');
    }

    public function testEachFormatAndEncodingCanBeAskedFor(): void
    {
        foreach (FileFormats::ALL as $format) {
            self::assertNotNull(ExportFormat::tryFrom($format::id()), $format.' cannot be asked for');
        }
        foreach (Encodings::ALL as $encoding) {
            self::assertSame($encoding::encoding()->title, Profile::tryFrom($encoding::id())?->title(), $encoding.' cannot be asked for');
        }
    }

    public function testASummaryIsTheFirstParagraphOfADocblock(): void
    {
        self::assertSame('One line.', Summary::of('/** One line. */'));
        self::assertSame('First, over two lines.', Summary::of("/**\n     * First, over\n     * two lines.\n     *\n     * Second.\n     *\n     * @return int\n     */"));
        self::assertSame('', Summary::of('/** @return int */'));
        self::assertSame('', Summary::of(false));
    }
}
