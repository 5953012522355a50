<?php

// Writes the made-up chart as a POV-Ray include: a macro GlazeChart(Wide), a board with its patches that stands on y = 0 and looks towards -z.
//
//     php demo/chart-scene.php >FOLDER/chart.inc

declare(strict_types=1);

require __DIR__.'/../vendor/autoload.php';

use Tovrin\Core\Colour\ColourBlock;
use Tovrin\Core\Colour\LabD50;
use Tovrin\Core\Colour\LinearSrgb;
use Tovrin\Core\Format\CgatsReader;

$chart = CgatsReader::read((string) file_get_contents(__DIR__.'/chart/quillhaven-chart.txt'));
$colours = ColourBlock::of(LabD50::class, $chart->labs)->in(LinearSrgb::class);
// What a patch of reflectance 1 sends back; some room is left for the glaze's own light.
echo "#declare ChartFinish = finish { ambient 0 diffuse 0.9 }\n";
printf("#declare ChartColumns = %d;\n#declare ChartRows = %d;\n", $chart->columns, $chart->rows());
echo "#declare ChartColours = array[ChartRows][ChartColumns] {\n";
for ($row = 0; $row < $chart->rows(); ++$row) {
    $line = [];
    for ($column = 0; $column < $chart->columns; ++$column) {
        [$r, $g, $b] = $colours->at($row * $chart->columns + $column);
        $line[] = sprintf('<%.5f,%.5f,%.5f>', $r, $g, $b);
    }
    echo '  {'.implode(', ', $line)."}\n";
}
echo "}\n";
echo <<<'POV'
    // Patches of one unit, 0.9 across, on a board of raw clay with its name below.
    #macro GlazeChart(Wide)
      union {
        box { <-0.28, -0.62, 0.02>, <ChartColumns + 0.28, ChartRows + 0.28, 0.12> pigment { rgb <0.80,0.76,0.70> } finish { ChartFinish } }
        #local Row = 0; #while (Row < ChartRows) #local Column = 0; #while (Column < ChartColumns)
          box { <Column + 0.05, ChartRows - Row - 0.95, 0>, <Column + 0.95, ChartRows - Row - 0.05, 0.02> pigment { rgb ChartColours[Row][Column] } finish { ChartFinish } }
        #local Column = Column + 1; #end #local Row = Row + 1; #end
        text { ttf "cyrvetic.ttf" "Quillhaven Ceramics" 0.01, 0 scale 0.34 translate <0.06, -0.42, 0.012> pigment { rgb 0.06 } finish { ChartFinish } }
        translate <-ChartColumns/2, 0.62, 0> scale Wide/(ChartColumns + 0.56)
      }
    #end

    POV;
