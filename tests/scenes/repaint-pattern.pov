#version 3.7;
// A white plate, standing, with painted rings and dots in three shades of one colour: cobalt, red, green, sand.
// Masks: 1 what is painted of it, 2 the rest of it.
#ifndef (Paint) #declare Paint = 0; #end
#include "shapes.inc"
#declare Paints = array[4] { <0.13,0.24,0.56>, <0.66,0.15,0.13>, <0.16,0.42,0.24>, <0.76,0.64,0.42> }
#declare Hue = Paints[Paint];
#declare White = <0.88,0.88,0.85>;
#macro Painted(Body, Strong, Middle, Light)
  pigment { cylindrical scale 1.7 color_map {
    [0.00 Body] [0.03 Body] [0.03 Strong] [0.09 Strong] [0.09 Body] [0.17 Body] [0.17 Middle] [0.21 Middle] [0.21 Body]
    [0.42 Body] [0.42 Strong] [0.45 Strong] [0.45 Light] [0.72 Light] [0.72 Strong] [0.80 Strong] [0.80 Body] [1 Body] } }
#end
camera { location <0.1, 2.6, -9.8> look_at <0.0, 1.5, 0> right x*1.5 angle 32 }
WindowLight(<-8, 7, -6>, <0,1.4,0>, 3.2, 4.2, <0.97,0.99,1.03>, 1.2, 3)
LampLight(<8, 5, -4>, <0.4,1,0>, 1.6, <1.2,0.94,0.7>, 0.25, 2)
Room(<0.9,0.9,0.9>)
PlasterWall(5, 5, <0.70,0.68,0.64>)
Planks(4, <0.55,0.42,0.31>, <0.34,0.24,0.16>, 1.8, 4)
object {
  Turned(array[14] {<0,0.05>,<0.65,0.05>,<0.72,0.0>,<0.80,0.03>,<0.95,0.08>,<1.30,0.22>,<1.62,0.40>,<1.67,0.44>,<1.64,0.475>,<1.57,0.45>,<1.25,0.30>,<0.9,0.18>,<0.5,0.16>,<0.0,0.16>}, 0.004)
  #if (Mask = 0)
    texture { Painted(srgb White, srgb Hue, srgb Hue*0.6+White*0.4, srgb Hue*0.35+White*0.65) finish { SatinFinish } }
    interior { ior 1.5 }
  #else
    texture { #if (Mask = 1) Painted(rgb 0, rgb 1, rgb 1, rgb 1) #else #if (Mask = 2) Painted(rgb 1, rgb 0, rgb 0, rgb 0) #else pigment { rgb 0 } #end #end finish { ambient 0 diffuse 0 emission 1 } }
    no_reflection
  #end
  scale 1.05 rotate x*-72 translate <0,1.75,0.9>
}
