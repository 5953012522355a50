#version 3.7;
// White ware on cream cloth before an ivory wall: nearly one colour, parted by a little warmth.
// Masks: 1 white jar and plate, 2 cream cloth, 3 ivory wall, 4 straw-coloured bowl.
#include "shapes.inc"
camera { location <-0.2, 3.9, -12.4> look_at <0.0, 1.2, 0> right x*1.5 angle 36 }
WindowLight(<-8, 8, -6>, <0,1,0>, 3.4, 4.4, <0.95,0.98,1.02>, 1.0, 3)
LampLight(<7, 5, -4>, <0.5,1,0>, 1.6, <1.15,0.95,0.78>, 0.34, 2)
Room(<0.88,0.88,0.88>)
PlasterWall(3, 5, <0.88,0.84,0.76>)
Cloth(2, <0.90,0.84,0.71>)
object { Jar(1, Satiny(<0.91,0.92,0.93>), 2.8, 1.0) translate <-1.7,0,0.5> }
object { Plate(1, Satiny(<0.92,0.93,0.94>), 1.2) translate <0.4,0.02,-1.7> }
object { Bowl(4, Satiny(<0.86,0.70,0.42>), 1.3) translate <2.1,0,0.1> }
