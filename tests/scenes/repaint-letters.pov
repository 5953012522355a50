#version 3.7;
// Letters of painted wood before a wall, and thin rods: blue, red, green, yellow.
// Masks: 1 letters and rods.
#ifndef (Paint) #declare Paint = 0; #end
#include "shapes.inc"
#declare Paints = array[4] { <0.16,0.32,0.62>, <0.70,0.16,0.12>, <0.20,0.45,0.24>, <0.90,0.74,0.20> }
#macro Skinned() #if (Mask = 0) Satiny(Paints[Paint]) interior { ior 1.4 } #end Skin(1) #end
camera { location <0.1, 2.6, -11.0> look_at <0.0, 1.45, 0> right x*1.5 angle 33 }
WindowLight(<-8, 8, -6>, <0,1.4,0>, 3.2, 4.2, <0.96,0.99,1.04>, 1.2, 3)
LampLight(<8, 5, -4>, <0.4,1,0>, 1.6, <1.2,0.94,0.7>, 0.3, 2)
Room(<0.9,0.9,0.9>)
PlasterWall(5, 5, <0.83,0.81,0.76>)
Planks(4, <0.60,0.45,0.32>, <0.36,0.24,0.15>, 1.8, 4)
union {
  text { ttf "timrom.ttf" "Quillhaven" 0.12, 0 scale 0.85 translate <-1.95,1.85,0.4> }
  text { ttf "timrom.ttf" "ceramics and glazes" 0.06, 0 scale 0.38 translate <-1.55,1.35,0.35> }
  #local I = 0; #while (I < 9) cylinder { <0,0,0>, <0.10*(I-4),1.0+0.03*mod(I*5,7),0.12*sin(I*2)>, 0.012+0.003*mod(I,3) translate <1.9,0,0> } #local I = I + 1; #end
  Skinned()
}
object { Cup(3, Glazed(<0.82,0.80,0.76>)) translate <-1.5,0,-0.3> }
