<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Charts;

use Symfony\Component\HttpKernel\Attribute\AsController;
use Symfony\Component\Routing\Attribute\Route;
use Tovrin\App\Api\Colours\OneLook;
use Tovrin\App\Api\Http\FirstMove;
use Tovrin\App\Api\Http\JsonBody;
use Tovrin\App\Api\Http\Pool;
use Tovrin\App\Exception\Refused;
use Tovrin\App\Learning\ChartMaker;
use Tovrin\App\Learning\ChartView;
use Tovrin\App\Library\Photos;
use Tovrin\Core\Move\Kind\Chart;

/** Charts of known colours in photos. */
#[AsController]
final readonly class ChartController
{
    /** Reads a chart off a photo, and makes the move that puts its colours right. */
    #[Route('/api/photos/{id<\d+>}/chart', options: Pool::TAKES_LONG, methods: ['POST'])]
    public function read(int $id, #[JsonBody] ReadChart $body, Photos $photos, ChartMaker $charts): ChartView
    {
        $corners = array_map(static fn (array $corner): array => [(float) $corner[0], (float) $corner[1]], $body->corners);

        return ChartMaker::view($charts->read($photos->photo($id), $body->reference, $body->name, $corners, $body->columns, $body->method));
    }

    /** How near the chart of the first move brings each patch; fitted anew to the patches it has, by the method it names. */
    #[Route('/api/charts/fit', options: Pool::TAKES_LONG, methods: ['POST'])]
    public function fit(#[JsonBody] OneLook $body, ChartMaker $charts): ChartView
    {
        $chart = FirstMove::of($body->look);
        if (!$chart instanceof Chart || [] === $chart->patches) {
            throw new Refused('The first move of this look has no chart.');
        }

        return ChartMaker::view($charts->refitted($chart, $chart->terms));
    }
}
