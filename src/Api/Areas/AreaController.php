<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Areas;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpKernel\Attribute\AsController;
use Symfony\Component\HttpKernel\Attribute\MapQueryParameter;
use Symfony\Component\Routing\Attribute\Route;
use Tovrin\App\Api\Colours\OneLook;
use Tovrin\App\Api\Http\Binary;
use Tovrin\App\Api\Http\JsonBody;
use Tovrin\App\Api\Http\Pool;
use Tovrin\App\Api\Http\Status;
use Tovrin\App\Api\Http\Uploads;
use Tovrin\App\Learning\PhotoColours;
use Tovrin\App\Learning\PhotoEdges;
use Tovrin\App\Library\MaskImport;
use Tovrin\App\Library\MaskView;
use Tovrin\App\Library\Photos;
use Tovrin\App\Reading\PlanesForScreen;
use Tovrin\Core\Colour\Hex;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Grade\Planes;
use Tovrin\Core\Reading\Reading;
use Tovrin\Core\Reading\Region;

/** Areas on a photo. */
#[AsController]
final readonly class AreaController
{
    /** Side of the square whose mean is the colour under the middle of a brush, in pixels of the preview. */
    private const UNDER = 9;

    public function __construct(private Photos $photos)
    {
    }

    /** The areas of a grade, point by point, and how its mattes are softened; see PlanesForScreen. */
    #[Route('/api/photos/{id<\d+>}/planes', options: Pool::TAKES_LONG, methods: ['POST'])]
    public function planes(int $id, #[JsonBody] PlanesOf $body, PlanesForScreen $screen): Binary
    {
        $watch = $body->look->indexOf($body->watch);

        return Binary::of($screen->bytes($this->photos->photo($id), Planes::of($body->look, null === $watch ? [] : [$watch]), $body->points));
    }

    /** Takes in a mask for areas on a photo; the body is the picture file itself. */
    #[Route('/api/photos/{id<\d+>}/masks', options: Pool::TAKES_FILES, methods: ['POST'])]
    #[Status(201)]
    public function mask(int $id, Request $request, Uploads $uploads, MaskImport $masks, #[MapQueryParameter] string $name = 'mask.png'): MaskView
    {
        $photo = $this->photos->photo($id);

        return $uploads->taken($request, $name, static fn (string $path): MaskView => $masks->import($photo, $path, $name));
    }

    /** Where pixels are two colours at once under a grade, and which two; see EdgePictures::tileBytes(). */
    #[Route('/api/photos/{id<\d+>}/edges', options: Pool::TAKES_LONG, methods: ['POST'])]
    public function edges(int $id, #[JsonBody] OneLook $body, PhotoEdges $edges): Binary
    {
        return Binary::of($edges->of($this->photos->photo($id), $body->look)->tileBytes());
    }

    /**
     * The photo's own colours under the middle of a brush.
     *
     * @return list<string> `#rrggbb` at each point; beside the photo that of the nearest place on it
     */
    #[Route('/api/photos/{id<\d+>}/under', options: Pool::TAKES_LONG, methods: ['POST'])]
    public function under(int $id, #[JsonBody] PointsUnder $body, PhotoColours $colours): array
    {
        $raster = $colours->raster($this->photos->photo($id));
        $on = static fn (float $share): float => max(0.0, min(0.9999, $share));

        return array_map(static function (array $point) use ($raster, $on): string {
            $place = Region::point($raster, $on($point[0]), $on($point[1]), self::UNDER);

            return Hex::format(...Reading::mean($place->colours)->in(Srgb::class)->at(0));
        }, $body->points);
    }
}
