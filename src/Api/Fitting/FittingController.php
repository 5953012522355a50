<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Fitting;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpKernel\Attribute\AsController;
use Symfony\Component\HttpKernel\Attribute\MapQueryParameter;
use Symfony\Component\Routing\Attribute\Route;
use Tovrin\App\Api\Colours\OneLook;
use Tovrin\App\Api\Http\FirstMove;
use Tovrin\App\Api\Http\JsonBody;
use Tovrin\App\Api\Http\Pool;
use Tovrin\App\Api\Http\Uploads;
use Tovrin\App\Entity\Photo;
use Tovrin\App\Grading\CarriedView;
use Tovrin\App\Grading\Carrier;
use Tovrin\App\Grading\CarryOver;
use Tovrin\App\Grading\Consistency;
use Tovrin\App\Grading\LookView;
use Tovrin\App\Grading\MoveFitter;
use Tovrin\App\Grading\SamePotView;
use Tovrin\App\Learning\GrainView;
use Tovrin\App\Learning\PhotoColours;
use Tovrin\App\Library\Photos;
use Tovrin\App\Reading\CastReader;
use Tovrin\App\Reading\CastsLeftView;
use Tovrin\App\Reading\NeutralPlaceView;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Hex;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Reading\Passages;

/** Moves that are made for one photo: their beginnings, and fitting them to another. */
#[AsController]
final readonly class FittingController
{
    public function __construct(private Photos $photos, private MoveFitter $fitter, private PhotoColours $colours)
    {
    }

    /** A palette of the photo's own pots, at rest. */
    #[Route('/api/photos/{id<\d+>}/palette', options: Pool::TAKES_LONG, methods: ['GET'])]
    public function palette(int $id): LookView
    {
        return $this->fitter->palette($this->photos->photo($id));
    }

    /**
     * Pots of the photo that lead into each other, so that one is not to be moved without the other.
     *
     * @return list<array{0: string, 1: string}> their names
     */
    #[Route('/api/photos/{id<\d+>}/passages', options: Pool::TAKES_LONG, methods: ['GET'])]
    public function passages(int $id): array
    {
        $photo = $this->photos->photo($id);
        $pots = $this->colours->pots($photo);

        return array_map(static fn (array $pair): array => [$pots->names[$pair[0]], $pots->names[$pair[1]]], Passages::of($pots, $this->colours->study($photo)));
    }

    /** How noisy the photo is, for moves that go by it. */
    #[Route('/api/photos/{id<\d+>}/grain', options: Pool::TAKES_LONG, methods: ['GET'])]
    public function grain(int $id): GrainView
    {
        return new GrainView($this->colours->grain($this->photos->photo($id)));
    }

    /** A match of the photo to another one. */
    #[Route('/api/photos/{id<\d+>}/match/{other<\d+>}', options: Pool::TAKES_LONG, methods: ['GET'])]
    public function match(int $id, int $other): LookView
    {
        return $this->fitter->match($this->photos->photo($id), $this->photos->photo($other));
    }

    /** A match of the photo to a picture that is in no set; the body is the file itself. Nothing is kept of it but its statistics. */
    #[Route('/api/photos/{id<\d+>}/match', options: Pool::TAKES_FILES, methods: ['POST'])]
    public function matchFile(int $id, Request $request, Uploads $uploads, #[MapQueryParameter] string $name = 'picture'): LookView
    {
        $photo = $this->photos->photo($id);

        return $uploads->taken($request, $name, fn (string $path): LookView => $this->fitter->matchFile($photo, $path, $name));
    }

    /**
     * Places that are most likely neutral and differ most in cast.
     *
     * @return list<NeutralPlaceView>
     */
    #[Route('/api/photos/{id<\d+>}/neutral-places', options: Pool::TAKES_LONG, methods: ['GET'])]
    public function neutralPlaces(int $id, CastReader $reader): array
    {
        return $reader->places($this->photos->photo($id));
    }

    /**
     * Which pots the look's first move, a palette, moves though the photo has no colours like them.
     *
     * @return list<int>
     */
    #[Route('/api/photos/{id<\d+>}/palette/absent', options: Pool::TAKES_LONG, methods: ['POST'])]
    public function absentPots(int $id, #[JsonBody] OneLook $body): array
    {
        return $this->fitter->absentPots($this->photos->photo($id), FirstMove::of($body->look));
    }

    /** The look with its neutralise moves told the photo's light as a whole. */
    #[Route('/api/photos/{id<\d+>}/light', options: Pool::TAKES_LONG, methods: ['POST'])]
    public function light(int $id, #[JsonBody] OneLook $body): LookView
    {
        return $this->fitter->lit($this->photos->photo($id), $body->look);
    }

    /** How far from neutral the photo is where it ought to be neutral, before and after a grade. */
    #[Route('/api/photos/{id<\d+>}/casts', options: Pool::TAKES_LONG, methods: ['POST'])]
    public function casts(int $id, #[JsonBody] WatchedLook $body, CastReader $reader): CastsLeftView
    {
        return $reader->left($this->photos->photo($id), $body->look, $body->watch);
    }

    /** The look with its moves fitted to the photo. */
    #[Route('/api/photos/{id<\d+>}/fitted', options: Pool::TAKES_LONG, methods: ['POST'])]
    public function fitted(int $id, #[JsonBody] OneLook $body): LookView
    {
        return $this->fitter->fitted($this->photos->photo($id), $body->look);
    }

    /**
     * What carrying moves of this photo over to others would do to each; nothing is kept.
     *
     * @return list<CarriedView>
     */
    #[Route('/api/photos/{id<\d+>}/carry/preview', options: Pool::TAKES_LONG, methods: ['POST'])]
    public function previewCarry(int $id, #[JsonBody] CarryOver $body, Carrier $carrier): array
    {
        return $carrier->preview($this->photos->photo($id), $body);
    }

    /** The same thing in several photos, found by a pot of this one: its colour in each, and how far these lie apart. */
    #[Route('/api/photos/{id<\d+>}/same', options: Pool::TAKES_LONG, methods: ['POST'])]
    public function same(int $id, #[JsonBody] SamePot $body, Consistency $consistency): SamePotView
    {
        return $consistency->read($this->photos->photo($id), $body->pot, $this->others($id, $body));
    }

    /** How far colours lie apart, for a page that reads many photos a few at a time. */
    #[Route('/api/colours/spread', options: Pool::TAKES_LONG, methods: ['POST'])]
    public function spread(#[JsonBody] SomeColours $body): SpreadView
    {
        return new SpreadView(Consistency::spread(array_map(static fn (string $hex): array => ColourBlock::of(Srgb::class, [Hex::parse($hex)])->in(OkLab::class)->at(0), $body->colours)));
    }

    /** @return list<Photo> */
    private function others(int $id, SamePot $body): array
    {
        return array_map($this->photos->photo(...), array_values(array_diff(array_unique($body->to), [$id])));
    }
}
