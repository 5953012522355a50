#version 3.7;
// A jar close to the camera and out of focus, before sharp things: violet, orange, green, ivory. What the camera's lens does to it is
// done when it is developed, from three pictures: all of it, all but the jar (which is still in mirrors and shadows), and the jar's mask.
// Masks: 1 the jar.
#ifndef (Paint) #declare Paint = 0; #end
#ifndef (Without) #declare Without = 0; #end
#include "shapes.inc"
#declare Paints = array[4] { <0.40,0.24,0.60>, <0.86,0.46,0.16>, <0.24,0.48,0.26>, <0.87,0.84,0.74> }
camera { location <0.1, 3.3, -12.0> look_at <0.0, 1.3, 0> right x*1.5 angle 36 }
WindowLight(<-9, 8, -6>, <0,1,0>, 3.4, 4.4, <0.95,0.98,1.03>, 1.2, 3)
LampLight(<8, 5, -3>, <0.6,1,0>, 1.6, <1.22,0.93,0.66>, 0.32, 2)
Room(<0.9,0.9,0.9>)
PlasterWall(5, 5, <0.79,0.80,0.78>)
Planks(4, <0.56,0.44,0.33>, <0.34,0.24,0.16>, 1.8, 4)
object { Jar(2, Glazed(<0.30,0.50,0.40>), 3.0, 1.2) translate <1.5,0,1.6> }
object { Bowl(3, Glazed(<0.80,0.74,0.60>), 1.1) translate <-2.6,0,1.2> }
object { Jar(1, Glazed(Paints[Paint]), 2.6, 1.1) translate <-0.6,0,-2.6> #if (Without) no_image #end }
