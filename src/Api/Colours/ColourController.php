<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Colours;

use Symfony\Component\DependencyInjection\Attribute\AutowireServiceClosure;
use Symfony\Component\HttpKernel\Attribute\AsController;
use Symfony\Component\HttpKernel\Attribute\MapQueryParameter;
use Symfony\Component\Routing\Attribute\Route;
use Tovrin\App\Api\Http\Binary;
use Tovrin\App\Api\Http\FirstMove;
use Tovrin\App\Api\Http\JsonBody;
use Tovrin\App\Api\Http\Pool;
use Tovrin\App\Exception\Refused;
use Tovrin\App\Learning\PhotoColours;
use Tovrin\App\Library\Photos;
use Tovrin\App\Reading\ColourView;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Colour\Hex;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Grade\Compiler;
use Tovrin\Core\Grade\Planes;
use Tovrin\Core\Grade\PlaneValues;
use Tovrin\Core\Grade\Stack;
use Tovrin\Core\Grade\Trouble;
use Tovrin\Core\Move\Drawn;
use Tovrin\Core\Reading\Reading;

/** Colours computed without a photo: the cube for the preview, a move's curves, one colour's figures. */
#[AsController]
final readonly class ColourController
{
    /** Colours of the photo that levels of planes are chosen by. */
    private const SCOUTS = 400;

    /** Drafts of the preview must not wait for the database, which only a settled cube with planes asks for. */
    public function __construct(
        #[AutowireServiceClosure(Photos::class)] private \Closure $photos,
        #[AutowireServiceClosure(PhotoColours::class)] private \Closure $photoColours,
    ) {
    }

    /**
     * The grade as a lattice of 32-bit floats, see Cube::toFloats(); one with areas or softened mattes as several of them, see Stack::floats(), and
     * the header Tovrin-Planes names its planes: key and levels of each, and which is that of the watched move. A draft has few nodes and is
     * computed before everything else.
     */
    #[Route('/api/cube', options: Pool::QUICK_AS_DRAFT, methods: ['POST'])]
    public function cube(#[JsonBody] CubeOf $body, #[MapQueryParameter] bool $draft = false): Binary
    {
        if ($draft && $body->lattice > CubeOf::DRAFT_MOST) {
            throw new Refused(\sprintf('lattice: a draft has at most %d nodes along each axis.', CubeOf::DRAFT_MOST));
        }
        if (0 === $body->cubesMost()) {
            throw new Refused(\sprintf('lattice: %d nodes along each axis are too many for %d moves at once; ask for at most %d, or have the cube made as a file.', $body->lattice, \count($body->look->moves), $body->latticeMost()));
        }
        $start = hrtime(true);
        $watch = $body->look->indexOf($body->watch);
        $weigh = $this->troubled($body);
        $planes = Planes::of($body->look, null === $watch ? [] : [$watch]);
        $settled = $body->lattice >= CubeOf::SETTLED && $planes->count() > 0;
        $stack = $settled ? Stack::settled($body->look, $planes, $this->colours($body->photo), $body->cubesMost()) : Stack::of($planes);
        $answer = Binary::of(0 === $planes->count() ? Compiler::compile($body->look, $body->lattice, $watch, $weigh)->toFloats() : $stack->floats($body->look, $body->lattice, $watch, $weigh));
        PlaneNames::tell($answer, $planes, $stack, $watch);
        $answer->headers->set('Server-Timing', \sprintf('compile;dur=%.2f', (hrtime(true) - $start) / 1e6));

        return $answer;
    }

    /** @return (\Closure(Colours, PlaneValues|null=): array<int, float>)|null how much something goes wrong at colours; null where nothing is asked for */
    private function troubled(CubeOf $body): ?\Closure
    {
        $trouble = null === $body->check ? null : Trouble::tryFrom($body->check);
        if (null === $trouble) {
            return null;
        }
        if (null === $body->photo) {
            throw new Refused('photo: a check goes by the noise of a photo. Name one.');
        }
        /** @var PhotoColours $colours */
        $colours = ($this->photoColours)();
        /** @var Photos $photos */
        $photos = ($this->photos)();
        $grain = $colours->grain($photos->photo($body->photo));

        return static fn (Colours $nodes, ?PlaneValues $planes = null): array => $trouble->at($body->look, $nodes, $grain, $planes);
    }

    /** Some of a photo's colours; null where none is named. */
    private function colours(?int $photo): ?ColourBlock
    {
        if (null === $photo) {
            return null;
        }
        /** @var PhotoColours $colours */
        $colours = ($this->photoColours)();
        /** @var Photos $photos */
        $photos = ($this->photos)();

        return $colours->colourSample($photos->photo($photo))->colours()->thinned(self::SCOUTS);
    }

    /**
     * The curves of a look's first move, evenly spaced, for kinds that have any; see Drawn.
     *
     * @return \ArrayObject<string, list<float>> an object even when it is empty
     */
    #[Route('/api/moves/drawing', methods: ['POST'])]
    public function drawing(#[JsonBody] OneLook $body): \ArrayObject
    {
        $kind = FirstMove::of($body->look);

        return new \ArrayObject($kind instanceof Drawn ? $kind->drawing() : []);
    }

    /** One colour in figures and words. */
    #[Route('/api/colours/{hex<[0-9a-fA-F]{6}>}', methods: ['GET'])]
    public function colour(string $hex): ColourView
    {
        return ColourView::of(new Reading(ColourBlock::of(Srgb::class, [Hex::parse('#'.$hex)])));
    }

    /** A colour given in OKLCh, as near as a screen can show it. */
    #[Route('/api/colours/{lightness<\d*\.?\d+>}/{chroma<\d*\.?\d+>}/{hue<-?\d*\.?\d+>}', methods: ['GET'])]
    public function shown(float $lightness, float $chroma, float $hue): ShownColourView
    {
        return ShownColourView::of(min(1.0, $lightness), min(0.5, $chroma), fmod($hue, 360.0));
    }
}
