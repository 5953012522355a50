#version 3.7;
// A white platter whose foot sits in the warm bounce of a terracotta stand: the stain is to go,
// the stand must stay. Masks: 1 platter, 2 terracotta, 3 plaster, 4 table.
#include "studio.inc"
camera { location <0.55, 4.3, -13.4> look_at <0.72, 1.42, 0> right x*1.5 angle 39 }
WindowLight(<-8, 8.5, -6>, <0,1.2,0>, 3.2, 4.2, <0.93,0.97,1.03>, 1.12, 4)
LampLight(<7.5, 3.2, -3.5>, <0.4,0.8,0>, 1.2, <1.2,0.92,0.66>, 0.30, 3)
// the sunlit stand throws its colour back at the white ware
#if (Mask = 0) light_source { <1.80,0.80,-1.05> rgb <1.35,0.60,0.30>*0.28 fade_distance 1.4 fade_power 2 shadowless } light_source { <-1.6,0.35,-1.1> rgb <1.35,0.55,0.26>*0.22 fade_distance 1.0 fade_power 2 shadowless } #end
Room(<0.88,0.88,0.88>)
PlasterWall(3, 5, <0.80,0.81,0.80>)
Planks(4, <0.56,0.50,0.44>, <0.34,0.29,0.25>, 1.9, 5)
// terracotta stand: a wide shallow saucer and a drum under the platter, and an upright pot behind
object { Turned(array[14] {<0,0.06>,<0.9,0.06>,<1.0,0.0>,<1.12,0.03>,<1.16,0.5>,<1.05,0.9>,<1.12,1.22>,<1.16,1.30>,<1.10,1.34>,<0.98,1.30>,<0.96,0.9>,<1.0,0.5>,<0.98,0.2>,<0.0,0.15>}, 0.004)
  #if (Mask = 0) texture { Terracotta } #end Skin(2) translate <-0.35,0,-0.1> }
object { Turned(array[13] {<0,0.08>,<0.8,0.08>,<0.88,0.0>,<0.98,0.05>,<1.24,1.3>,<1.38,2.0>,<1.50,2.02>,<1.52,2.42>,<1.46,2.46>,<1.36,2.42>,<1.25,2.0>,<1.0,0.6>,<0.0,0.3>}, 0.003)
  #if (Mask = 0) texture { Terracotta } #end Skin(2) translate <3.70,0,2.10> }
// platter, white tin glaze
object { Turned(array[14] {<0,0.05>,<0.85,0.05>,<0.93,0.0>,<1.02,0.03>,<1.20,0.10>,<1.85,0.30>,<2.35,0.55>,<2.42,0.60>,<2.38,0.645>,<2.28,0.61>,<1.80,0.40>,<1.25,0.24>,<0.6,0.20>,<0.0,0.20>}, 0.004)
  #if (Mask = 0) texture { pigment { bozo turbulence 0.5 scale 0.7 color_map { [0 srgb <0.90,0.895,0.88>] [1 srgb <0.945,0.94,0.925>] } } normal { Ripple } finish { SatinFinish } } interior { ior 1.5 } #end
  Skin(1) translate <-0.35,1.33,-0.1> }
// a second platter leaning at the pot
object { Turned(array[14] {<0,0.05>,<0.65,0.05>,<0.72,0.0>,<0.80,0.03>,<0.95,0.08>,<1.30,0.22>,<1.62,0.40>,<1.67,0.44>,<1.64,0.475>,<1.57,0.45>,<1.25,0.30>,<0.9,0.18>,<0.5,0.16>,<0.0,0.16>}, 0.004)
  #if (Mask = 0) texture { pigment { srgb <0.93,0.925,0.91> } normal { Ripple } finish { SatinFinish } } interior { ior 1.5 } #end
  Skin(1) rotate x*-72 translate <0,1.6,0> rotate y*22 translate <3.60,0.0,0.33> }
// a saucer of terracotta at the front
object { Turned(array[11] {<0,0.05>,<0.5,0.05>,<0.56,0.0>,<0.64,0.03>,<0.85,0.24>,<0.92,0.38>,<0.89,0.41>,<0.84,0.38>,<0.75,0.22>,<0.5,0.12>,<0.0,0.11>}, 0.004)
  #if (Mask = 0) texture { Terracotta } #end Skin(2) translate <-2.5,0,-1.3> }
