#version 3.7;
// White and coloured ware between a cool window and a warm lamp; with Declare=White=1 under the same lights without their
// tints: what the photo would be if nothing were cast.
// Masks: 1 teal jar, 2 ochre bowl, 3 rose cups, 4 green plate, 5 white bowl and cup, 6 cloth, 7 wall.
#ifndef (White) #declare White = 0; #end
#include "shapes.inc"
// The tint of a light, or white of its luminance.
#macro Lit(Tint) (White ? (0.2126*Tint.x + 0.7152*Tint.y + 0.0722*Tint.z)*<1,1,1> : Tint) #end
camera { location <-0.2, 3.9, -12.8> look_at <0.0, 1.15, 0> right x*1.5 angle 36 }
WindowLight(<-9, 6.8, -3.5>, <0,1,0>, 3.4, 4.6, Lit(<0.74,0.90,1.20>), 0.80, 4)
LampLight(<7.5, 5.4, -4.0>, <0.2,1,0>, 1.2, Lit(<1.35,0.84,0.46>), 0.62, 3)
#if (White) Room(<0.85,0.85,0.85>) #else Room(<0.80,0.86,0.96>) #end
PlasterWall(7, 4.8, <0.86,0.86,0.86>)
Cloth(6, <0.87,0.87,0.87>)
object { Jar(1, Satiny(<0.13,0.44,0.44>), 2.7, 1.0) translate <1.7,0,0.9> }
object { Bowl(2, Satiny(<0.78,0.56,0.20>), 1.5) translate <-1.5,0,0.5> }
union { Cup(3, Satiny(<0.70,0.36,0.42>)) object { Cup(3, Satiny(<0.70,0.36,0.42>)) translate <-3.9,0,1.2> } translate <0.35,0,-0.9> }
object { Plate(4, Satiny(<0.34,0.50,0.26>), 1.15) translate <2.6,0,-1.5> }
union { object { Bowl(5, Matte(<0.93,0.93,0.93>), 1.05) translate <-2.6,0,-1.7> } object { Cup(5, Matte(<0.93,0.93,0.93>)) translate <3.6,0,0.4> } }
