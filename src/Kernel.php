<?php

declare(strict_types=1);

namespace Tovrin\App;

use Doctrine\Bundle\DoctrineBundle\DoctrineBundle;
use Doctrine\Bundle\MigrationsBundle\DoctrineMigrationsBundle;
use Symfony\Bundle\FrameworkBundle\FrameworkBundle;
use Symfony\Bundle\FrameworkBundle\Kernel\MicroKernelTrait;
use Symfony\Component\DependencyInjection\Loader\Configurator\ContainerConfigurator;
use Symfony\Component\HttpKernel\Kernel as BaseKernel;
use Symfony\Component\Routing\Loader\Configurator\RoutingConfigurator;
use Tovrin\App\Doctrine\SqlitePragmas;
use Tovrin\App\Photo\PhotoStore;

use function Symfony\Component\DependencyInjection\Loader\Configurator\service;

/** The Symfony application. Its whole configuration is in this file. */
final class Kernel extends BaseKernel
{
    use MicroKernelTrait;

    /** Boots the application as it runs outside tests. */
    public static function booted(string $environment = 'prod'): self
    {
        $kernel = new self($environment, false);
        $kernel->boot();

        return $kernel;
    }

    public function registerBundles(): iterable
    {
        yield new FrameworkBundle();
        yield new DoctrineBundle();
        yield new DoctrineMigrationsBundle();
    }

    public function getProjectDir(): string
    {
        return \dirname(__DIR__);
    }

    /** Where photos, the database and exports are kept: TOVRIN_DATA, or var/data in the project. */
    public static function dataDir(): string
    {
        $given = getenv('TOVRIN_DATA');

        return \is_string($given) && '' !== $given ? rtrim($given, '/') : \dirname(__DIR__).'/var/data';
    }

    private function configureContainer(ContainerConfigurator $container): void
    {
        $container->parameters()->set('env(TOVRIN_DATA)', \dirname(__DIR__).'/var/data');
        $container->extension('framework', [
            'secret' => 'unused: there are no sessions, forms or signed links',
            'http_method_override' => false,
            'handle_all_throwables' => true,
            'php_errors' => ['log' => true],
            'router' => ['utf8' => true],
            'test' => 'test' === $this->environment,
        ]);
        $container->extension('doctrine', [
            'dbal' => [
                'driver' => 'pdo_sqlite',
                'path' => '%env(TOVRIN_DATA)%/tovrin.sqlite',
            ],
            'orm' => [
                'naming_strategy' => 'doctrine.orm.naming_strategy.underscore_number_aware',
                'enable_native_lazy_objects' => \PHP_VERSION_ID >= 80400,
                'mappings' => [
                    'Tovrin' => ['type' => 'attribute', 'is_bundle' => false, 'dir' => __DIR__.'/Entity', 'prefix' => 'Tovrin\App\Entity', 'alias' => 'Tovrin'],
                ],
            ],
        ]);
        $container->extension('doctrine_migrations', [
            'migrations_paths' => ['Tovrin\Migrations' => \dirname(__DIR__).'/migrations'],
            'transactional' => true,
            'enable_profiler' => false,
        ]);
        $services = $container->services();
        $services->defaults()->autowire()->autoconfigure();
        $services->load('Tovrin\App\\', __DIR__.'/')->exclude([__DIR__.'/{Entity,Command,Server}/', __DIR__.'/Kernel.php', __DIR__.'/polyfill-php85.php']);
        $services->get(PhotoStore::class)->arg('$directory', '%env(TOVRIN_DATA)%')->public();
        $services->get(SqlitePragmas::class)->tag('doctrine.middleware');
        $services->set(Server\Database::class)->arg('$migrations', service('doctrine.migrations.dependency_factory'))->public();
        foreach ([Photo\PhotoImport::class, Export\Worker::class, Export\ExportQueue::class, Repository\Sets::class, Repository\Grades::class] as $entry) {
            $services->get($entry)->public();
        }
    }

    private function configureRoutes(RoutingConfigurator $routes): void
    {
        $routes->import(__DIR__.'/Controller/', 'attribute');
    }
}
