<?php

declare(strict_types=1);

namespace Tovrin\Tests\Choosing;

use Tovrin\App\Imaging\Decode\PictureFile;
use Tovrin\App\Imaging\PictureShape;
use Tovrin\App\Learning\StudyMaker;
use Tovrin\Core\Colour\Colours;
use Tovrin\Core\Model\Study;
use Tovrin\Core\Reading\ColourSample;
use Tovrin\Core\Reading\Raster;
use Tovrin\Tests\Outside;

/** A rendered photo of which it is known, pixel by pixel, what belongs to which object. */
final readonly class MaskedPhoto
{
    private const WIDTH = 600;
    private const PREVIEW = 2048;

    /** @param list<int> $labels by pixel of the small picture: the number of its object; 0 for none */
    private function __construct(public string $name, public Raster $preview, public Study $study, public int $width, public int $height, public array $labels, public Colours $colours)
    {
    }

    /** @return list<string> */
    public static function names(): array
    {
        return array_map(static fn (string $path): string => basename($path, '.png'), [...glob(Outside::root().'/demo/masks/*.png') ?: [], ...glob(Outside::root().'/tests/scenes/masks/*.png') ?: []]);
    }

    public static function isDemo(string $name): bool
    {
        return is_file(Outside::root()."/demo/masks/$name.png");
    }

    /** @param Decoding|null $decoding another way to come by the same photo */
    public static function named(string $name, ?Decoding $decoding = null): self
    {
        $folder = Outside::root().(self::isDemo($name) ? '/demo' : '/tests/scenes');

        return self::of($name, "$folder/photos/$name.jpg", "$folder/masks/$name.png", static fn (int $level): int => intdiv($level, 40), $decoding);
    }

    /**
     * A photo whose mask is the thing's cover alone.
     *
     * @param string $mask grey; 255 where the thing is
     */
    public static function covered(string $name, string $photo, string $mask): self
    {
        return self::of($name, $photo, $mask, static fn (int $level): int => intdiv($level, 128));
    }

    /** @param \Closure(int): int $object the number of the object that a level of the mask means */
    private static function of(string $name, string $photo, string $maskPath, \Closure $object, ?Decoding $decoding = null): self
    {
        $full = PictureFile::read($photo, $name);
        $pixels = null === $decoding ? PictureShape::reduce($full, self::PREVIEW) : $decoding->preview($full, self::PREVIEW);
        $preview = $pixels->raster();
        $mask = new \Imagick($maskPath);
        $height = (int) round(self::WIDTH * $mask->getImageHeight() / $mask->getImageWidth());
        $mask->sampleImage(self::WIDTH, $height);
        $mask->setImageDepth(8);
        $mask->setImageFormat('gray');
        $labels = array_map(static fn (string $byte): int => $object(\ord($byte)), str_split($mask->getImageBlob()));
        $small = PictureShape::resized($pixels, self::WIDTH, $height)->bytes();

        return new self($name, $preview, StudyMaker::study($preview), self::WIDTH, $height, $labels, new Colours((new ColourSample($small))->colours()));
    }

    /** @return list<int> objects that are more than a few pixels */
    public function objects(): array
    {
        $counts = array_count_values($this->labels);
        ksort($counts);

        return array_values(array_filter(array_keys($counts), static fn (int $object): bool => $object > 0 && $counts[$object] > 400));
    }

    /** @return list<bool> by pixel */
    public function truth(int $object): array
    {
        return array_map(static fn (int $label): bool => $label === $object, $this->labels);
    }

    /**
     * The best that any function of colour alone could do: share of object pixels per cell of OKLab, two-fold
     * cross-validated, at the best threshold.
     *
     * @param list<bool> $truth
     */
    public function limit(array $truth): float
    {
        $lab = $this->colours->lab();
        $cells = $all = $own = [];
        foreach ($lab->a as $i => $l) {
            $cells[$i] = $cell = ((int) floor($l / 0.03) + 100) << 24 | ((int) floor($lab->b[$i] / 0.013) + 100) << 12 | ((int) floor($lab->c[$i] / 0.013) + 100);
            // Folds of places that look random, but are the same each time.
            $fold = ($i * 2_654_435_761 >> 7) & 1;
            $all[$fold][$cell] = ($all[$fold][$cell] ?? 0) + 1;
            $own[$fold][$cell] = ($own[$fold][$cell] ?? 0) + ($truth[$i] ? 1 : 0);
        }
        $caught = $right = array_fill(0, 17, 0);
        foreach ($cells as $i => $cell) {
            $other = 1 - (($i * 2_654_435_761 >> 7) & 1);
            $share = ($own[$other][$cell] ?? 0) / max(1, $all[$other][$cell] ?? 0);
            for ($t = 0; $t < 17 && $share > 0.1 + 0.05 * $t; ++$t) {
                ++$caught[$t];
                $right[$t] += $truth[$i] ? 1 : 0;
            }
        }
        $n = \count(array_filter($truth));

        return max(array_map(static fn (int $hit, int $all): float => $hit / max(1, $all + $n - $hit), $right, $caught));
    }
}
