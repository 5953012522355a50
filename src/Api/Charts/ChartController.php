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
use Tovrin\App\Library\PreviewPixels;
use Tovrin\Core\Move\Kind\Chart;

/** Charts of known colours in photos. */
#[AsController]
final readonly class ChartController
{
    /** Reads a chart off a photo, found by itself where no corners are given, and makes the move that puts its colours right. */
    #[Route('/api/photos/{id<\d+>}/chart', options: Pool::TAKES_LONG, methods: ['POST'])]
    public function read(int $id, #[JsonBody] ReadChart $body, Photos $photos, PreviewPixels $pixels): ChartView
    {
        $corners = array_map(static fn (array $corner): array => [(float) $corner[0], (float) $corner[1]], $body->corners);

        return ChartMaker::read($pixels->raster($photos->photo($id)), $body->reference, $body->name, $corners, $body->columns, $body->method);
    }

    /** How near the chart of the first move brings each patch; fitted anew to the patches it has, by the method it names. */
    #[Route('/api/charts/fit', options: Pool::TAKES_LONG, methods: ['POST'])]
    public function fit(#[JsonBody] OneLook $body): ChartView
    {
        $chart = FirstMove::of($body->look);
        if (!$chart instanceof Chart || [] === $chart->patches) {
            throw new Refused('The first move of this look has no chart.');
        }

        return ChartMaker::refitted($chart);
    }
}
