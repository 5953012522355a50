#version 3.7;
// A glossy bowl and two cups of one glaze under two lights: jade, coral, navy, mustard.
// Masks: 1 all three.
#ifndef (Paint) #declare Paint = 0; #end
#include "shapes.inc"
#declare Paints = array[4] { <0.22,0.48,0.38>, <0.80,0.36,0.30>, <0.13,0.18,0.36>, <0.80,0.62,0.18> }
#declare Wet = finish { ambient 0 diffuse 0.75 specular 0.55 roughness 0.006 reflection { 0.04, 0.5 fresnel on } conserve_energy }
#macro WetGlaze(Tone) texture { pigment { srgb Tone } normal { bumps 0.05 scale 0.9 } finish { Wet } } #end
camera { location <0.1, 4.2, -11.0> look_at <0.1, 0.75, 0> right x*1.5 angle 33 }
WindowLight(<-8, 8, -6>, <0,1,0>, 3.2, 4.2, <0.97,0.99,1.03>, 1.2, 3)
LampLight(<7.5, 5.5, -4>, <0.4,0.6,0>, 1.2, <1.12,0.97,0.84>, 0.4, 2)
Room(<0.9,0.9,0.9>)
PlasterWall(5, 5, <0.82,0.80,0.75>)
Planks(4, <0.58,0.45,0.33>, <0.36,0.25,0.16>, 1.8, 4)
object { Bowl(1, WetGlaze(Paints[Paint]), 1.6) translate <-0.8,0,0.2> }
object { Cup(1, WetGlaze(Paints[Paint])) translate <1.6,0,-0.6> }
object { Cup(1, WetGlaze(Paints[Paint])) translate <2.4,0,0.7> }
