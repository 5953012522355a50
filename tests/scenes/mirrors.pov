#version 3.7;
// Glossy things that mirror their neighbours: a cobalt jar with an orange bowl and a red cup in its skin.
// Masks: 1 cobalt jar, 2 orange bowl, 3 red cups, 4 grey table, 5 wall.
#include "shapes.inc"
#declare Lacquer = finish { ambient 0 diffuse 0.7 specular 0.4 roughness 0.003 reflection { 0.10, 0.75 fresnel on } conserve_energy }
#macro Lacquered(Tone) texture { pigment { bozo turbulence 0.4 scale 0.5 color_map { [0 srgb Tone*0.85] [1 srgb Tone] } } normal { bumps 0.04 scale 0.7 } finish { Lacquer } } #end
camera { location <0.2, 3.4, -12.4> look_at <0.1, 1.3, 0> right x*1.5 angle 36 }
WindowLight(<-8.5, 8, -6>, <0,1,0>, 3.2, 4.4, <0.93,0.97,1.03>, 1.15, 3)
LampLight(<8, 4.5, -4>, <0.5,1,0>, 1.4, <1.2,0.92,0.66>, 0.34, 2)
Room(<0.85,0.87,0.9>)
PlasterWall(5, 5, <0.80,0.80,0.79>)
box { <-30,-0.5,-30>, <30,0,30> #if (Mask = 0) Satiny(<0.42,0.42,0.43>) interior { ior 1.4 } #end Skin(4) }
object { Jar(1, Lacquered(<0.10,0.17,0.42>), 3.1, 1.15) translate <-0.5,0,0.6> }
object { Bowl(2, Lacquered(<0.86,0.44,0.12>), 1.15) translate <1.75,0,-0.8> }
object { Cup(3, Lacquered(<0.66,0.12,0.12>)) translate <-2.05,0,-0.9> }
object { Cup(3, Lacquered(<0.66,0.12,0.12>)) translate <-2.75,0,0.2> }
