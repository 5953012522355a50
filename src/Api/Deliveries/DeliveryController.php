<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Deliveries;

use Symfony\Component\HttpFoundation\BinaryFileResponse;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\AsController;
use Symfony\Component\Routing\Attribute\Route;
use Tovrin\App\Api\Http\Attachment;
use Tovrin\App\Api\Http\JsonBody;
use Tovrin\App\Api\Http\Pool;
use Tovrin\App\Api\Http\Status;
use Tovrin\App\Delivery\AllowedFolder;
use Tovrin\App\Delivery\AskDelivery;
use Tovrin\App\Delivery\Deliveries;
use Tovrin\App\Delivery\ExportFormat;
use Tovrin\App\Delivery\ExportQueue;
use Tovrin\App\Entity\Delivery;
use Tovrin\App\Exception\Conflict;
use Tovrin\App\Exception\NotFound;
use Tovrin\App\Library\Photos;
use Tovrin\App\Library\PhotoStore;
use Tovrin\App\Workers\Workers;

/** Deliveries: asking for finished files, following them, pausing, stopping, doing again, fetching. */
#[AsController]
final readonly class DeliveryController
{
    /** Names that a plan tells. */
    private const TOLD = 100;

    public function __construct(private Deliveries $deliveries, private ExportQueue $queue, private AllowedFolder $folder, private Workers $workers)
    {
    }

    /** What files a delivery would make, by name; nothing is made. */
    #[Route('/api/deliveries/plan', options: Pool::TAKES_LONG, methods: ['POST'])]
    public function plan(#[JsonBody] AskDelivery $body): PlanView
    {
        ['names' => $names, 'changed' => $changed] = $this->deliveries->plan($body);
        $tables = $this->deliveries->tables($body);

        return new PlanView(\array_slice($names, 0, self::TOLD), \count($names), $changed, array_map(TableView::of(...), array_keys($tables), array_values($tables)));
    }

    /** Asks for finished files, with the grades as they are in force now. */
    #[Route('/api/deliveries', options: Pool::TAKES_LONG, methods: ['POST'])]
    #[Status(202)]
    public function ask(#[JsonBody] AskDelivery $body): DeliveryView
    {
        return $this->view($this->deliveries->ask($body));
    }

    /** Asks for a whole set as one archive: grades with their history, versions, order, looks, starting look, and the photos if they are wanted. */
    #[Route('/api/sets/{id<\d+>}/archive', options: Pool::TAKES_LONG, methods: ['POST'])]
    #[Status(202)]
    public function exportSet(int $id, #[JsonBody] ExportSet $body, Photos $photos): DeliveryView
    {
        return $this->view($this->deliveries->askWholeSet($photos->set($id), $body->photos));
    }

    /**
     * The latest deliveries, newest first, so that a page finds what it had asked for before a reload.
     *
     * @return list<DeliveryView>
     */
    #[Route('/api/deliveries', options: Pool::TAKES_LONG, methods: ['GET'])]
    public function latest(): array
    {
        $served = $this->workers->isAnyThere();

        return array_map(fn (array $one): DeliveryView => DeliveryView::of($one[0], $one[1], $served, $this->folder->path()), $this->deliveries->latest());
    }

    /** Where files may be delivered to. */
    #[Route('/api/deliveries/places', options: Pool::TAKES_LONG, methods: ['GET'])]
    public function places(): PlacesView
    {
        return new PlacesView($this->folder->path());
    }

    #[Route('/api/deliveries/{id<\d+>}', options: Pool::TAKES_LONG, methods: ['GET'])]
    public function show(int $id): DeliveryView
    {
        return $this->view($this->deliveries->delivery($id));
    }

    /** Files that are being made are finished, the others wait; goes on; stops for good; has made again what failed or was stopped. */
    #[Route('/api/deliveries/{id<\d+>}/{what<pause|resume|stop|again>}', options: Pool::TAKES_LONG, methods: ['POST'])]
    public function steer(int $id, string $what): DeliveryView
    {
        $delivery = $this->deliveries->delivery($id);
        match ($what) {
            'pause' => $this->deliveries->pause($delivery),
            'resume' => $this->deliveries->goOn($delivery),
            'again' => $this->queue->again($id),
            default => $this->queue->cancelDelivery($id),
        };

        return $this->show($id);
    }

    /** Forgets a delivery and the files kept for fetching. */
    #[Route('/api/deliveries/{id<\d+>}', options: Pool::TAKES_LONG, methods: ['DELETE'])]
    public function forget(int $id): Response
    {
        $this->deliveries->forget($this->deliveries->delivery($id));

        return new Response('', 204);
    }

    #[Route('/api/exports/{id<\d+>}', methods: ['GET'])]
    public function file(int $id): ExportView
    {
        return ExportView::of($this->deliveries->job($id));
    }

    /** Stops one file of a delivery. */
    #[Route('/api/exports/{id<\d+>}/cancel', methods: ['POST'])]
    public function cancel(int $id): ExportView
    {
        $this->deliveries->job($id);
        $this->queue->cancel($id);

        return ExportView::of($this->deliveries->job($id));
    }

    #[Route('/api/exports/{id<\d+>}/file', methods: ['GET'])]
    public function fetch(int $id, PhotoStore $store): BinaryFileResponse
    {
        $job = $this->deliveries->job($id);
        if (!$job->isDone()) {
            throw new Conflict('This export is not finished yet.');
        }
        $path = $store->export($id);
        if (!is_file($path)) {
            throw new NotFound('This file has been cleared away, or lies in the folder it was delivered to. Export it again.');
        }

        return Attachment::named(new BinaryFileResponse($path, 200, ['Content-Type' => $job->isZip() ? 'application/zip' : ExportFormat::from($job->format)->type()]), $job->fileName);
    }

    private function view(Delivery $delivery): DeliveryView
    {
        return DeliveryView::of($delivery, $this->deliveries->jobsOf($delivery), $this->workers->isAnyThere(), $this->folder->path());
    }
}
