#version 3.7;
// White bisque ware between a cool window and a warm lamp: blue in the shadows,
// orange on the lamp side. Masks: 1 jug, 2 large bowl, 3 plaster, 4 cloth, 5 beakers.
#declare CloseContact = 1;
#include "studio.inc"
camera { location <-0.3, 3.3, -12.5> look_at <0.05, 1.35, 0> right x*1.5 angle 34 }
WindowLight(<-9, 6.5, -2.5>, <0,1,0>, 3.4, 4.6, <0.74,0.90,1.20>, 0.72, 4)
LampLight(<6.5, 5.0, -4.5>, <0.3,1,0>, 1.1, <1.35,0.84,0.46>, 0.58, 3)
Room(<0.80,0.86,0.96>)
PlasterWall(3, 4.6, <0.86,0.855,0.845>)
// linen on the table, with soft folds
#declare Cloth = function { pattern { bozo turbulence 0.25 scale <0.16,0.09,1> rotate z*22 } }
height_field { function 300, 300 { Cloth(x,y,z) } smooth
  translate <-0.5,0,-0.5> scale <17, 0.05, 12>
  #if (Mask = 0)
  texture { pigment { srgb <0.88,0.865,0.835> }
    normal { average normal_map { [1 gradient x 0.35 triangle_wave scale 0.022] [1 gradient z 0.35 triangle_wave scale 0.022] } }
    finish { ambient 0 diffuse 0.84 } }
  #end
  Skin(4) translate <0,-0.045,0.4> }
// jug
union {
  object { Turned(array[17] {<0,0.08>,<0.55,0.08>,<0.66,0.0>,<0.78,0.05>,<1.02,0.50>,<1.12,1.05>,<1.00,1.65>,<0.76,2.15>,<0.66,2.45>,<0.72,2.78>,<0.74,2.84>,<0.69,2.80>,<0.60,2.45>,<0.70,2.12>,<0.94,1.6>,<1.0,0.9>,<0.0,0.2>}, 0.004) }
  sphere_sweep { b_spline 8, <0.6,2.9,0>,0.09 <0.66,2.58,0>,0.10 <1.05,2.72,0>,0.105 <1.52,2.35,0>,0.105 <1.55,1.75,0>,0.10 <1.22,1.25,0>,0.10 <0.98,1.08,0>,0.11 <0.8,1.0,0>,0.11 tolerance 0.0001 }
  #if (Mask = 0) texture { Bisque } #end Skin(1) rotate y*-24 translate <1.25,0.002,0.75> }
// bowl
object { Turned(array[13] {<0,0.10>,<0.50,0.10>,<0.58,0.0>,<0.68,0.03>,<0.80,0.22>,<1.22,0.55>,<1.52,1.02>,<1.60,1.30>,<1.57,1.345>,<1.51,1.30>,<1.40,1.02>,<1.10,0.62>,<0.0,0.28>}, 0.004)
  #if (Mask = 0) texture { Bisque } #end Skin(2) translate <-1.55,0.002,-0.35> }
// stacked beakers
#macro Beaker(Id) object { Turned(array[12] {<0,0.06>,<0.36,0.06>,<0.42,0.0>,<0.47,0.03>,<0.52,0.35>,<0.54,0.75>,<0.57,1.08>,<0.55,1.11>,<0.52,1.08>,<0.49,0.75>,<0.46,0.3>,<0.0,0.16>}, 0.006)
  #if (Mask = 0) texture { Bisque } #end Skin(Id) } #end
object { Beaker(5) rotate y*30 translate <0.14,0.002,-1.98> }
object { Beaker(5) rotate y*80 translate <2.75,0.002,-0.75> }
object { Beaker(5) rotate y*190 translate <2.78,0.75,-0.74> }
