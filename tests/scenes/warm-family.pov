#version 3.7;
// Reds, oranges and yellows that lie close: four cups of one family on a red board.
// Masks: 1 red jar, 2 orange bowl, 3 yellow jar, 4 brick-red board, 5 wall.
#include "shapes.inc"
camera { location <0.2, 4.2, -12.4> look_at <0.0, 1.2, 0> right x*1.5 angle 36 }
WindowLight(<8.5, 8, -6>, <0,1,0>, 3.4, 4.4, <0.95,0.98,1.02>, 1.1, 3)
LampLight(<-8, 5, -3>, <-0.4,1,0>, 1.6, <1.2,0.9,0.64>, 0.36, 2)
Room(<0.88,0.88,0.88>)
PlasterWall(5, 5, <0.78,0.73,0.66>)
box { <-30,-0.5,-30>, <30,0,30> #if (Mask = 0) Matte(<0.52,0.25,0.19>) #end Skin(4) }
object { Jar(1, Glazed(<0.66,0.16,0.13>), 2.8, 1.0) translate <-2.2,0,0.5> }
object { Bowl(2, Glazed(<0.82,0.40,0.13>), 1.25) translate <0.0,0,-1.1> }
object { Jar(3, Glazed(<0.86,0.66,0.20>), 2.3, 0.95) translate <2.1,0,0.5> }
