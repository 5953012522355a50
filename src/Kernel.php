<?php

declare(strict_types=1);

namespace Tovrin\App;

use Doctrine\Bundle\DoctrineBundle\DoctrineBundle;
use Doctrine\Bundle\MigrationsBundle\DoctrineMigrationsBundle;
use Symfony\Bundle\FrameworkBundle\FrameworkBundle;
use Symfony\Bundle\FrameworkBundle\Kernel\MicroKernelTrait;
use Symfony\Bundle\MonologBundle\MonologBundle;
use Symfony\Component\DependencyInjection\Loader\Configurator\ContainerConfigurator;
use Symfony\Component\HttpKernel\Kernel as BaseKernel;
use Symfony\Component\Routing\Loader\Configurator\RoutingConfigurator;
use Symfony\Component\Routing\RouterInterface;
use Tovrin\App\Api\Http\CoreDenormalizer;
use Tovrin\App\Api\Http\Pool;
use Tovrin\App\Api\Workers\WorkerList;
use Tovrin\App\Archive\SetImporter;
use Tovrin\App\Archive\SetImports;
use Tovrin\App\Archive\SetWriter;
use Tovrin\App\Delivery\Deliveries;
use Tovrin\App\Delivery\ExportQueue;
use Tovrin\App\Delivery\ExportSpec;
use Tovrin\App\Delivery\FileNames;
use Tovrin\App\Doctrine\SqlitePragmas;
use Tovrin\App\Grading\SampleSet;
use Tovrin\App\Library\KeptData;
use Tovrin\App\Library\PhotoStore;
use Tovrin\App\Library\TableFiles;
use Tovrin\App\Machines\HandIn;
use Tovrin\App\Machines\RemoteWorker;
use Tovrin\App\Machines\SameSources;
use Tovrin\App\Machines\WorkLeases;
use Tovrin\App\Message\FormerNames;
use Tovrin\App\Process\Journal;
use Tovrin\App\Process\Stopping;
use Tovrin\App\Queue\Outbox;
use Tovrin\App\Queue\Queue;
use Tovrin\App\Queue\QueueConnection;
use Tovrin\App\Queue\QueueDsn;
use Tovrin\App\Queue\Rooms;
use Tovrin\App\Queue\Transport;
use Tovrin\App\Repository\Sets;
use Tovrin\App\Server\AheadOfNeed;
use Tovrin\App\Server\Backup;
use Tovrin\App\Server\Database;
use Tovrin\App\Server\Housekeeping;
use Tovrin\App\Server\Storage;
use Tovrin\App\Server\Worker;
use Tovrin\App\Workers\WorkerKeys;
use Tovrin\App\Workers\Workers;
use Tovrin\Core\Model\Table\Tables;
use Tovrin\Core\Model\Table\TableShelf;

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
        yield new MonologBundle();
        yield new DoctrineBundle();
        yield new DoctrineMigrationsBundle();
    }

    /** Times are kept in UTC, whatever the different php.ini files of web server and command line say. */
    public function boot(): void
    {
        date_default_timezone_set('UTC');
        FormerNames::register();
        parent::boot();
    }

    /**
     * Which paths of requests may take long, and which large files are sent to, for the web server.
     *
     * @return array{patient: string, files: string} see Pool
     */
    public function pools(): array
    {
        $router = $this->getContainer()->get('router');
        \assert($router instanceof RouterInterface);
        $routes = $router->getRouteCollection();

        return ['patient' => Pool::map($routes), 'files' => Pool::files($routes)];
    }

    public function getProjectDir(): string
    {
        return \dirname(__DIR__);
    }

    /**
     * A stamp of the sources that the container is built from. Containers are kept by it, so that after a change of the
     * sources, by a pull for example, a stale one is never used. TOVRIN_BUILD hands it on to child processes.
     */
    public static function buildStamp(): string
    {
        $given = getenv('TOVRIN_BUILD');
        if (\is_string($given) && '' !== $given) {
            return $given;
        }
        static $stamp = null;
        if (null === $stamp) {
            $seen = [(string) @filemtime(\dirname(__DIR__).'/vendor/composer/installed.php')];
            foreach (new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator(__DIR__, \FilesystemIterator::SKIP_DOTS)) as $file) {
                if ($file instanceof \SplFileInfo && 'php' === $file->getExtension()) {
                    $seen[] = $file->getPathname().' '.$file->getMTime().' '.$file->getSize();
                }
            }
            sort($seen);
            $stamp = substr(hash('xxh128', implode("\n", $seen)), 0, 16);
        }

        return \is_string($stamp) ? $stamp : '';
    }

    public function getCacheDir(): string
    {
        return $this->getProjectDir().'/var/cache/'.$this->environment.'-'.self::buildStamp();
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
            // A header would do the same, whatever the line above says.
            'allowed_http_method_override' => [],
            'handle_all_throwables' => true,
            'php_errors' => ['log' => true],
            'serializer' => ['enabled' => true],
            'validation' => ['enabled' => true, 'email_validation_mode' => 'html5'],
            'property_info' => ['enabled' => true, 'with_constructor_extractor' => true],
            'router' => ['utf8' => true],
            'lock' => 'flock://%env(TOVRIN_DATA)%/run/locks',
            'test' => 'test' === $this->environment,
        ]);
        $container->parameters()->set('env(TOVRIN_QUEUE)', QueueDsn::DEFAULT);
        $container->parameters()->set('env(TOVRIN_DELIVER_TO)', '');
        // Milliseconds that a grade rests before its small picture is drawn: what is at hand comes first. Tests do not wait.
        $container->parameters()->set('tovrin.draw_after', 'test' === $this->environment ? 0 : 1500);
        $container->extension('framework', ['messenger' => [
            'transports' => array_combine(self::rooms(), array_map(static fn (string $room): array => [
                'dsn' => \sprintf('%%env(room:%s:TOVRIN_QUEUE)%%', $room),
                'retry_strategy' => ['max_retries' => 3, 'delay' => 1000],
            ], self::rooms())) + [Outbox::ROOM => ['dsn' => Outbox::DSN]],
        ]]);
        $container->extension('monolog', ['handlers' => [
            // On a full disk nothing can be written down; that must not hide what has happened.
            'kept' => ['type' => 'whatfailuregroup', 'members' => ['file'], 'channels' => ['!request', '!event', '!php', '!deprecation']],
            'file' => [
                'type' => 'rotating_file',
                'path' => '%env(TOVRIN_DATA)%/tovrin.log',
                'level' => 'warning',
                'max_files' => 5,
                'include_stacktraces' => true,
                'nested' => true,
            ],
        ]]);
        $container->extension('doctrine', [
            'dbal' => [
                'default_connection' => 'default',
                'connections' => ['default' => [
                    'driver' => 'pdo_sqlite',
                    'path' => '%env(TOVRIN_DATA)%/tovrin.sqlite',
                ]] + array_combine(
                    array_map(static fn (string $room): string => QueueDsn::CONNECTION.$room, self::rooms()),
                    // Debian 12's version or a later one, said here so that nobody connects only to ask.
                    array_fill(0, \count(self::rooms()), ['url' => '%env(queue-server:TOVRIN_QUEUE)%', 'server_version' => '15', 'wrapper_class' => QueueConnection::class]),
                ),
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
        $services->load('Tovrin\App\\', __DIR__.'/')->exclude([__DIR__.'/{Entity,Command,Server,Exception,Message,Api/Description}/', __DIR__.'/Queue/QueueConnection.php', __DIR__.'/Kernel.php', __DIR__.'/polyfill-php85.php']);
        foreach ([AheadOfNeed::class, Backup::class, Housekeeping::class, Storage::class, Worker::class] as $service) {
            $services->set($service);
        }
        foreach ([ExportSpec::class, FileNames::class] as $value) {
            $services->remove($value);
        }
        $services->get(CoreDenormalizer::class)->tag('serializer.normalizer', ['priority' => 100]);
        $services->get(PhotoStore::class)->arg('$directory', '%env(TOVRIN_DATA)%')->public();
        $services->get(TableFiles::class)->public();
        $services->alias(TableShelf::class, TableFiles::class);
        $services->set(Tables::class)->arg('$shelf', service(TableShelf::class))->arg('$kept', service(KeptData::class));
        $services->get(SqlitePragmas::class)->tag('doctrine.middleware', ['connection' => 'default']);
        $services->set(Database::class)->arg('$migrations', service('doctrine.migrations.dependency_factory'))->public();
        foreach ([Housekeeping::class, Worker::class, Queue::class, ExportQueue::class, Deliveries::class, AheadOfNeed::class, Backup::class, Sets::class, SampleSet::class, SetWriter::class, SetImports::class, SetImporter::class, Journal::class, WorkerKeys::class, RemoteWorker::class, Stopping::class, Outbox::class, Rooms::class, WorkerList::class, Workers::class, WorkLeases::class, HandIn::class, SameSources::class] as $entry) {
            $services->get($entry)->public();
        }
    }

    /** @return list<string> */
    private static function rooms(): array
    {
        return array_column(Transport::cases(), 'value');
    }

    private function configureRoutes(RoutingConfigurator $routes): void
    {
        $routes->import(__DIR__.'/Api/', 'attribute');
    }
}
