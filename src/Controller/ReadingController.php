<?php

declare(strict_types=1);

namespace Tovrin\App\Controller;

use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\AsController;
use Symfony\Component\Routing\Attribute\Route;
use Tovrin\App\Entity\Photo;
use Tovrin\App\Http\Body;
use Tovrin\App\Http\Problem;
use Tovrin\App\Photo\PhotoColours;
use Tovrin\App\Repository\Sets;
use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Colour\DeltaE2000;
use Tovrin\Core\Colour\Hex;
use Tovrin\Core\Colour\OkLab;
use Tovrin\Core\Colour\OkLch;
use Tovrin\Core\Colour\Srgb;
use Tovrin\Core\Format\LookWriter;
use Tovrin\Core\Grade\Evaluator;
use Tovrin\Core\Grade\Grade;
use Tovrin\Core\Move\HueBands;
use Tovrin\Core\Move\SelectiveColour;
use Tovrin\Core\Reach\Fit\ReachFit;
use Tovrin\Core\Reach\Fit\ReachFitter;
use Tovrin\Core\Reach\Reach;
use Tovrin\Core\Reading\Cast;
use Tovrin\Core\Reading\ColourPlane;
use Tovrin\Core\Reading\Histogram;
use Tovrin\Core\Reading\Reading;
use Tovrin\Core\Reading\Region;
use Tovrin\Core\Reading\Spill;
use Tovrin\Core\Reading\Spread;
use Tovrin\Core\Reading\Waveform;
use Tovrin\Core\Tone\Smooth;

/** Reading a photo's colours and choosing among them: all of it computed by the core. */
#[AsController]
final readonly class ReadingController
{
    /** Side of the neighbourhood a click takes, and width of the stroke a drag takes, in pixels of the preview. */
    private const CLICK = 7;
    private const STROKE = 9;
    /** Digests up to this size are read in full after every change, larger ones by every other row. */
    private const READ_IN_FULL = 25_000;
    private const SPOT_LATTICE = 33;
    /** Samples a spread is judged by: the costliest formula, and a few thousand place it within a per cent. */
    private const SPREAD_SAMPLES = 3000;
    /** End of the scope's chroma axis: the most sRGB can show, so that source and result are on one scale. */
    private const SCOPE_CHROMA = 0.33;

    public function __construct(private Sets $sets, private PhotoColours $colours)
    {
    }

    /** What the photo holds before anything is done to it. */
    #[Route('/api/photos/{id<\d+>}/source', methods: ['GET'])]
    public function source(int $id): JsonResponse
    {
        $photo = $this->photo($id);
        $colours = $this->colours->digest($photo)->colours();
        $lab = $colours->in(OkLab::class);
        $pots = $this->colours->pots($photo);
        $list = [];
        foreach ($pots->centres as $index => $centre) {
            $one = ColourBlock::of(OkLab::class, [$centre]);
            $list[] = ['name' => $pots->name($index), 'colour' => Hex::format(...$one->in(Srgb::class)->at(0)), 'share' => $pots->shares[$index], 'oklch' => $one->in(OkLch::class)->at(0)];
        }
        $planes = [];
        $top = ColourPlane::chromaTop($lab);
        foreach (array_keys(ColourPlane::PLANES) as $name) {
            $planes[$name] = ColourPlane::of($lab, $name, $top)->cells;
        }

        return new JsonResponse([
            'pots' => $list,
            'planes' => ['columns' => ColourPlane::COLUMNS, 'rows' => ColourPlane::ROWS, 'chromaTop' => $top] + $planes,
            'targets' => SelectiveColour::shares($colours),
            'scopes' => $this->scopes($colours, $photo),
        ]);
    }

    /** What a grade makes of the photo, and what the move being worked on takes in. */
    #[Route('/api/photos/{id<\d+>}/readings', methods: ['POST'])]
    public function readings(int $id, Request $request): JsonResponse
    {
        $start = hrtime(true);
        $photo = $this->photo($id);
        $body = Body::of($request);
        $grade = $body->grade();
        $watch = self::watched($body, $grade);
        // Half the rows of a full digest: the answer has to come while the hand is still near.
        $digest = $this->colours->digest($photo);
        $colours = $digest->everyNthRow($this->colours->digestColumns($photo), $digest->count() > self::READ_IN_FULL ? 2 : 1)->colours();
        $pots = $this->colours->pots($photo);
        $evaluation = Evaluator::evaluate($grade, new Colours($colours), null === $watch ? [] : [$watch]);
        $centres = Evaluator::evaluate($grade, new Colours(ColourBlock::of(OkLab::class, $pots->centres)))->colours;
        $differences = DeltaE2000::between(ColourBlock::of(OkLab::class, $pots->centres), $centres);
        $after = [];
        foreach (array_keys($pots->centres) as $index) {
            $after[] = ['after' => Hex::format(...$centres->at($index)), 'difference' => $differences[$index]];
        }
        $weights = null === $watch ? null : $evaluation->weights[$watch];

        return new JsonResponse([
            'pots' => $after,
            'reached' => null === $weights ? null : array_sum($weights) / max(1, \count($weights)),
            'spill' => null === $weights ? [] : Spill::of($pots, $colours, $weights),
            'reachedColour' => self::reachedColour($colours, $weights),
            'spread' => null === $weights ? null : self::spread($colours, $evaluation->colours, $weights),
            'scopes' => $this->scopes($evaluation->colours, $photo),
        ], 200, ['Server-Timing' => \sprintf('all;dur=%.1f', (hrtime(true) - $start) / 1e6)]);
    }

    /** Colours at points of the photo, before and after a grade. */
    #[Route('/api/photos/{id<\d+>}/probes', methods: ['POST'])]
    public function probes(int $id, Request $request): JsonResponse
    {
        $photo = $this->photo($id);
        $body = Body::of($request);
        $grade = $body->grade();
        $watch = self::watched($body, $grade);
        $points = $body->objects('points', 50);
        $raster = $this->colours->raster($photo);
        $readings = [];
        foreach ($points as $point) {
            $place = Region::point($raster, $point->number('x', -10, 10), $point->number('y', -10, 10), $point->integer('size', 1, 101));
            if (0 === $place->colours->count()) {
                $readings[] = null;
                continue;
            }
            $before = Reading::mean($place->colours);
            // The mean of what the pixels become, not what their mean would become.
            $result = Evaluator::evaluate($grade, new Colours($place->colours), null === $watch ? [] : [$watch]);
            $after = Reading::mean($result->colours);
            $readings[] = [
                'before' => new Reading($before),
                'after' => new Reading($after),
                'deltaE' => round(DeltaE2000::between($before, $after)[0], 2),
                'bands' => HueBands::holding($before->in(OkLch::class)->at(0)[2]),
                'targets' => SelectiveColour::shares($place->colours),
                'weight' => null === $watch ? null : array_sum($result->weights[$watch]) / $place->colours->count(),
                'cut' => $place->cut,
            ];
        }

        return new JsonResponse($readings);
    }

    /** A reach from samples of the photo. */
    #[Route('/api/photos/{id<\d+>}/reach', methods: ['POST'])]
    public function reach(int $id, Request $request): JsonResponse
    {
        $photo = $this->photo($id);
        $body = Body::of($request);
        $base = $body->reach('base');
        $samples = ['wanted' => [], 'held' => []];
        $raster = $this->colours->raster($photo);
        $cut = $outside = false;
        foreach ($body->objects('samples', 60) as $sample) {
            $points = $sample->points('points', 4000);
            $place = match ($sample->choice('shape', ['point', 'path', 'box'])) {
                'point' => Region::point($raster, $points[0][0], $points[0][1], self::CLICK),
                'box' => Region::box($raster, $points[0][0], $points[0][1], $points[\count($points) - 1][0], $points[\count($points) - 1][1]),
                default => Region::path($raster, $points, self::STROKE),
            };
            $cut = $cut || ($place->cut && $place->colours->count() > 0);
            $outside = $outside || 0 === $place->colours->count();
            $samples[$sample->choice('as', ['wanted', 'held'])][] = $place->colours;
        }
        $fit = ReachFitter::fit(self::joined($samples['wanted']), self::joined($samples['held']), $base, $this->colours->digest($photo)->colours());
        $notes = $outside ? ['A sample lies outside the photo and was left out.'] : ($cut ? ['What lay outside the photo was left out.'] : []);

        return new JsonResponse(self::fitView($fit, $notes));
    }

    /** A reach around one of the photo's pots. */
    #[Route('/api/photos/{id<\d+>}/pots/{pot<\d+>}/reach', methods: ['GET'])]
    public function potReach(int $id, int $pot): JsonResponse
    {
        $photo = $this->photo($id);
        $pots = $this->colours->pots($photo);
        if ($pot >= $pots->count()) {
            throw Problem::notFound('pot');
        }
        $members = $pots->members($this->colours->digest($photo)->colours(), $pot);

        return new JsonResponse(self::fitView(ReachFitter::fit($members, ColourBlock::of(OkLab::class, [])), []));
    }

    /** Where one of the photo's pots lies: a lattice of 8-bit weights, red running fastest. */
    #[Route('/api/photos/{id<\d+>}/pots/{pot<\d+>}/spot', methods: ['GET'])]
    public function spot(int $id, int $pot): Response
    {
        $pots = $this->colours->pots($this->photo($id));
        if ($pot >= $pots->count()) {
            throw Problem::notFound('pot');
        }
        $bytes = '';
        foreach ($pots->membership(Colours::lattice(self::SPOT_LATTICE, 0, self::SPOT_LATTICE)->lab()) as $at) {
            $bytes .= $at === $pot ? "\xFF" : "\0";
        }

        return new Response($bytes, 200, ['Content-Type' => 'application/octet-stream', 'Cache-Control' => 'private, max-age=3600']);
    }

    /** What one target of selective colour, or one band, holds of each colour: a lattice of 8-bit weights, red running fastest. */
    #[Route('/api/families/{kind<selective-colour|band-mix>}/{family<[a-z]+>}', methods: ['GET'])]
    public function family(string $kind, string $family): Response
    {
        $lattice = Colours::lattice(self::SPOT_LATTICE, 0, self::SPOT_LATTICE);
        $rgb = $lattice->in(Srgb::class);
        $lch = $lattice->lch();
        if (!isset(('band-mix' === $kind ? HueBands::NAMES : SelectiveColour::TARGETS)[$family])) {
            throw Problem::notFound('family');
        }
        $bytes = '';
        for ($i = 0, $n = $rgb->count(); $i < $n; ++$i) {
            $weight = 'band-mix' === $kind
                ? (HueBands::holding($lch->c[$i])[$family] ?? 0.0) * Smooth::at($lch->b[$i] / Smooth::FADE_CHROMA)
                : SelectiveColour::weights(...$rgb->at($i))[$family] ?? 0.0;
            $bytes .= \chr((int) round(255 * $weight));
        }

        return new Response($bytes, 200, ['Content-Type' => 'application/octet-stream', 'Cache-Control' => 'private, max-age=86400']);
    }

    /** One colour in figures and words. */
    #[Route('/api/colours/{hex<[0-9a-fA-F]{6}>}', methods: ['GET'])]
    public function colour(string $hex): JsonResponse
    {
        return new JsonResponse(new Reading(ColourBlock::of(Srgb::class, [Hex::parse('#'.$hex)])));
    }

    /** A reach made broader or tighter as a whole. */
    #[Route('/api/reach/scaled', methods: ['POST'])]
    public function scaled(Request $request): JsonResponse
    {
        $body = Body::of($request);
        $reach = $body->reach('reach') ?? new Reach();

        return new JsonResponse(LookWriter::reach($reach->scaled($body->number('factor', 0.1, 10))));
    }

    /** @return array<string, mixed> */
    private function scopes(ColourBlock $colours, Photo $photo): array
    {
        $lab = $colours->in(OkLab::class);
        $grey = Histogram::greyLevels($lab);
        $histogram = Histogram::of($colours, $grey);
        $waveform = Waveform::of($colours, $this->colours->digestColumns($photo), $grey);

        return [
            'histogram' => array_combine(Histogram::CHANNELS, $histogram->counts),
            'clipped' => $histogram->clipped(),
            'waveform' => ['columns' => $waveform->columns, 'levels' => Waveform::LEVELS, 'counts' => $waveform->counts],
            'plane' => ColourPlane::of($lab, 'hue-chroma', self::SCOPE_CHROMA)->cells,
            'casts' => Cast::of($lab),
        ];
    }

    /**
     * @param list<string> $notes
     *
     * @return array<string, mixed>
     */
    private static function fitView(ReachFit $fit, array $notes): array
    {
        return [
            'reach' => null === $fit->reach ? null : LookWriter::reach($fit->reach),
            'wanted' => $fit->wanted,
            'held' => $fit->held,
            'overlap' => $fit->overlap,
            'words' => [...$notes, ...$fit->words],
        ];
    }

    /** @param list<ColourBlock> $blocks encoded sRGB */
    private static function joined(array $blocks): ColourBlock
    {
        return new ColourBlock(
            Srgb::class,
            array_merge(...array_map(static fn (ColourBlock $b): array => $b->a, $blocks)),
            array_merge(...array_map(static fn (ColourBlock $b): array => $b->b, $blocks)),
            array_merge(...array_map(static fn (ColourBlock $b): array => $b->c, $blocks)),
        );
    }

    /**
     * @param array<int, float> $weights
     *
     * @return array{before: float, after: float}
     */
    private static function spread(ColourBlock $before, ColourBlock $after, array $weights): array
    {
        $few = (new ColourBlock(OkLab::class, $weights, $weights, $weights))->thinned(self::SPREAD_SAMPLES)->a;

        return ['before' => Spread::of($before->thinned(self::SPREAD_SAMPLES), $few), 'after' => Spread::of($after->thinned(self::SPREAD_SAMPLES), $few)];
    }

    /**
     * The mean of what the watched move reaches.
     *
     * @param array<int, float>|null $weights
     */
    private static function reachedColour(ColourBlock $colours, ?array $weights): ?string
    {
        $middle = null === $weights ? null : Spread::middle($colours, $weights);

        return null === $middle ? null : Hex::format(...ColourBlock::of(OkLab::class, [$middle])->in(Srgb::class)->at(0));
    }

    private static function watched(Body $body, Grade $grade): ?int
    {
        $watch = $body->optionalInteger('watch', 0, 99);

        return null !== $watch && isset($grade->moves[$watch]) ? $watch : null;
    }

    private function photo(int $id): Photo
    {
        return $this->sets->photo($id) ?? throw Problem::notFound('photo');
    }
}
