#version 3.7;
// Blue ware in blue light: a cobalt jar, a sky-blue bowl and a violet cup on a grey cloth that takes the window's blue.
// Masks: 1 cobalt jar, 2 sky-blue bowl, 3 violet cups, 4 grey cloth, 5 wall.
#include "shapes.inc"
camera { location <-0.1, 3.9, -12.5> look_at <0.0, 1.25, 0> right x*1.5 angle 36 }
WindowLight(<-8.5, 7.5, -5.5>, <0,1,0>, 3.4, 4.4, <0.72,0.88,1.22>, 1.0, 3)
LampLight(<7.5, 5, -4>, <0.6,1,0>, 1.4, <1.3,0.84,0.5>, 0.36, 2)
Room(<0.74,0.82,0.96>)
PlasterWall(5, 5, <0.74,0.75,0.77>)
Cloth(4, <0.60,0.62,0.66>)
object { Jar(1, Glazed(<0.13,0.22,0.50>), 2.8, 1.0) translate <1.8,0,0.5> }
object { Bowl(2, Glazed(<0.42,0.60,0.78>), 1.3) translate <-1.7,0,-0.1> }
object { Cup(3, Glazed(<0.40,0.32,0.56>)) translate <0.25,0,-1.7> }
object { Cup(3, Glazed(<0.40,0.32,0.56>)) translate <-0.1,0,0.9> }
