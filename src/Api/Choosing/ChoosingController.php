<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Choosing;

use Symfony\Component\HttpKernel\Attribute\AsController;
use Symfony\Component\Routing\Attribute\Route;
use Tovrin\App\Api\Http\Binary;
use Tovrin\App\Api\Http\FirstMove;
use Tovrin\App\Api\Http\JsonBody;
use Tovrin\App\Api\Http\Pool;
use Tovrin\App\Exception\NotFound;
use Tovrin\App\Exception\Refused;
use Tovrin\App\Learning\FitView;
use Tovrin\App\Learning\Lighting;
use Tovrin\App\Learning\ReachFinder;
use Tovrin\App\Library\Photos;
use Tovrin\Core\Reach\Reach;

/** Choosing colours on a photo, and lighting up what is chosen among. */
#[AsController]
final readonly class ChoosingController
{
    public function __construct(private Photos $photos)
    {
    }

    /** A reach from samples of the photo. */
    #[Route('/api/photos/{id<\d+>}/reach', options: Pool::TAKES_LONG, methods: ['POST'])]
    public function reach(int $id, #[JsonBody] SamplesOf $body, ReachFinder $finder): FitView
    {
        return $finder->fromSamples($this->photos->photo($id), $body->thinned(), $body->base, $body->alone);
    }

    /** A reach around one of the photo's pots. */
    #[Route('/api/photos/{id<\d+>}/pots/{pot<\d+>}/reach', options: Pool::TAKES_LONG, methods: ['GET'])]
    public function potReach(int $id, int $pot, ReachFinder $finder): FitView
    {
        return $finder->aroundPot($this->photos->photo($id), $pot) ?? throw NotFound::of('pot');
    }

    /** A reach made broader or tighter as a whole. */
    #[Route('/api/reach/scaled', options: Pool::TAKES_LONG, methods: ['POST'])]
    public function scaled(#[JsonBody] ScaledReach $body): ReachView
    {
        return new ReachView(($body->reach ?? new Reach())->scaled($body->factor));
    }

    /** Where one of the photo's pots lies: a lattice of 8-bit weights, red running fastest. */
    #[Route('/api/photos/{id<\d+>}/pots/{pot<\d+>}/spot', options: Pool::TAKES_LONG, methods: ['GET'])]
    public function spot(int $id, int $pot, Lighting $lighting): Binary
    {
        return Binary::cached($lighting->pot($this->photos->photo($id), $pot) ?? throw NotFound::of('pot'), 3600);
    }

    /** What one family of a look's first move holds of each colour: a lattice of 8-bit weights, red running fastest. */
    #[Route('/api/moves/family', methods: ['POST'])]
    public function family(#[JsonBody] FamilyOf $body): Binary
    {
        return Binary::of(Lighting::family(FirstMove::of($body->look), $body->family) ?? throw new Refused(\sprintf('family: the move has no family "%s".', $body->family)));
    }
}
