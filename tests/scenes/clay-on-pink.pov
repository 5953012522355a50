#version 3.7;
// Skin-like clay before a pinkish cloth and a rose wall.
// Masks: 1 clay jar and cups, 2 pink cloth, 3 rose wall, 4 brown bowl.
#include "shapes.inc"
camera { location <0.1, 3.7, -12.5> look_at <0.1, 1.25, 0> right x*1.5 angle 35 }
WindowLight(<-8.5, 8, -6>, <0,1,0>, 3.4, 4.4, <0.94,0.98,1.03>, 1.1, 3)
LampLight(<8, 5, -3.5>, <0.6,1,0>, 1.6, <1.2,0.92,0.7>, 0.34, 2)
Room(<0.9,0.88,0.88>)
PlasterWall(3, 5, <0.80,0.68,0.65>)
Cloth(2, <0.84,0.65,0.61>)
object { Jar(1, Matte(<0.83,0.62,0.50>), 3.0, 1.05) translate <-1.4,0,0.5> }
object { Cup(1, Matte(<0.80,0.58,0.46>)) translate <0.3,0,-1.5> }
object { Bowl(4, Glazed(<0.46,0.27,0.18>), 1.25) translate <1.9,0,0.0> }
