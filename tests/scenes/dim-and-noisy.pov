#version 3.7;
// A dim room, developed with strong noise and halved chroma: ochre jar, brown jar, slate plate.
// Masks: 1 ochre jar, 2 brown jar, 3 slate plate, 4 table, 5 wall.
#include "shapes.inc"
camera { location <0.0, 3.9, -12.6> look_at <0.0, 1.3, 0> right x*1.5 angle 36 }
WindowLight(<-8.5, 7, -5>, <0,1,0>, 3.0, 4.0, <0.85,0.94,1.08>, 0.55, 3)
LampLight(<7.5, 5, -4>, <0.6,1,0>, 1.6, <1.25,0.86,0.55>, 0.36, 2)
Room(<0.7,0.72,0.76>)
PlasterWall(5, 5, <0.62,0.62,0.60>)
Planks(4, <0.50,0.40,0.31>, <0.28,0.21,0.15>, 1.7, 4)
object { Jar(1, Glazed(<0.74,0.55,0.22>), 2.7, 1.0) translate <-2.0,0,0.3> }
object { Jar(2, Glazed(<0.50,0.30,0.17>), 2.3, 1.0) translate <1.9,0,0.4> }
object { Plate(3, Satiny(<0.33,0.42,0.52>), 1.25) rotate x*-14 translate <0.0,0.12,-1.4> }
