#version 3.7;
// Two glazes of close hue side by side: a celadon jar and a jade one, and a turquoise bowl between.
// Masks: 1 celadon jar, 2 jade jar, 3 turquoise bowl, 4 table, 5 wall.
#include "shapes.inc"
camera { location <0.1, 3.8, -12.6> look_at <0.0, 1.35, 0> right x*1.5 angle 37 }
WindowLight(<-9, 8, -6>, <0,1,0>, 3.4, 4.4, <0.9,0.96,1.04>, 1.15, 3)
LampLight(<8, 5, -3>, <0.6,1,0>, 1.6, <1.25,0.9,0.6>, 0.36, 2)
Room(<0.9,0.9,0.9>)
PlasterWall(5, 5, <0.83,0.82,0.78>)
Planks(4, <0.60,0.45,0.32>, <0.36,0.24,0.15>, 1.8, 4)
object { Jar(1, Glazed(<0.51,0.63,0.46>), 2.9, 1.0) translate <-2.1,0,0.3> }
object { Jar(2, Glazed(<0.41,0.60,0.47>), 2.4, 0.95) translate <1.9,0,0.5> }
object { Bowl(3, Glazed(<0.34,0.58,0.55>), 1.25) translate <-0.1,0,-1.5> }
