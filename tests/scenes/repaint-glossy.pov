#version 3.7;
// A glossy jar under one window, to be painted anew: raspberry, deep blue, yellow, near black.
// Masks: 1 the jar.
#ifndef (Paint) #declare Paint = 0; #end
#include "shapes.inc"
#declare Paints = array[4] { <0.62,0.10,0.20>, <0.10,0.16,0.46>, <0.88,0.68,0.14>, <0.07,0.07,0.08> }
#declare Lacquer = finish { ambient 0 diffuse 0.72 specular 0.5 roughness 0.004 reflection { 0.06, 0.6 fresnel on } conserve_energy }
#macro Lacquered(Tone) texture { pigment { srgb Tone } normal { bumps 0.03 scale 0.7 } finish { Lacquer } } #end
camera { location <0.2, 3.2, -11.4> look_at <0.0, 1.45, 0> right x*1.5 angle 34 }
WindowLight(<-8, 8, -6>, <0,1,0>, 3.2, 4.2, <1,1,1>, 1.3, 3)
Room(<0.9,0.9,0.9>)
PlasterWall(5, 5, <0.80,0.80,0.78>)
Planks(4, <0.60,0.45,0.32>, <0.36,0.24,0.15>, 1.8, 4)
object { Jar(1, Lacquered(Paints[Paint]), 3.0, 1.2) translate <-0.3,0,0.2> }
object { Cup(3, Glazed(<0.86,0.85,0.82>)) translate <1.7,0,-0.7> }
