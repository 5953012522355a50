#version 3.7;
// A matt bowl under two lights, cool window and warm lamp, on cloth: green, orange, navy, cream.
// Masks: 1 the bowl.
#ifndef (Paint) #declare Paint = 0; #end
#include "shapes.inc"
#declare Paints = array[4] { <0.28,0.46,0.27>, <0.82,0.42,0.15>, <0.14,0.20,0.38>, <0.88,0.83,0.70> }
camera { location <0.1, 4.0, -11.2> look_at <0.0, 0.8, 0> right x*1.5 angle 33 }
WindowLight(<-9, 8, -5>, <0,1,0>, 3.4, 4.4, <0.88,0.96,1.08>, 1.1, 3)
LampLight(<7.5, 5, -4>, <0.4,1,0>, 1.6, <1.25,0.92,0.62>, 0.55, 2)
Room(<0.9,0.9,0.9>)
PlasterWall(5, 5, <0.82,0.79,0.72>)
Cloth(4, <0.78,0.74,0.68>)
object { Bowl(1, Matte(Paints[Paint]), 1.7) translate <0,0,0> }
object { Cup(3, Matte(<0.70,0.42,0.30>)) translate <-2.5,0,-0.3> }
