#version 3.7;
// A red-brown jug on a shelf of bricks of the same clay: no colour parts the two. A cup whose raw foot is of that clay too.
// Masks: 1 jug, 2 bricks, 3 plaster, 4 cup, 5 foot of the cup.
#include "studio.inc"
camera { location <0.3, 3.3, -12.6> look_at <0.1, 1.75, 0> right x*1.5 angle 37 }
WindowLight(<-9, 8, -6>, <0,1.2,0>, 3.2, 4.2, <0.90,0.96,1.04>, 1.12, 4)
LampLight(<8.2, 4.6, -2.6>, <1.2,1.2,0>, 1.4, <1.25,0.88,0.56>, 0.40, 3)
Room(<0.88,0.88,0.89>)
PlasterWall(3, 3.4, <0.86,0.85,0.83>)
// The shelf: two courses of bricks on mortar, the upper one to stand on.
#macro Bricks(Top, Deep, Shift)
  #local K = -9;
  #while (K <= 9)
    #local V = 0.93 + 0.14*abs(sin(K*12.9898 + Shift*37));
    superellipsoid { <0.06, 0.06> scale <0.99, 0.29, Deep> translate <K*2.06 + Shift, Top - 0.29, 1.0>
      #if (Mask = 0) texture {
        pigment { bozo turbulence 0.7 scale 0.32 translate K*7 color_map { [0 srgb <0.50,0.24,0.16>*V] [0.6 srgb <0.57,0.28,0.19>*V] [1 srgb <0.63,0.34,0.24>*V] } }
        normal { average normal_map { [1 granite 0.22 scale 0.35] [1 bumps 0.15 scale 0.12] } } finish { MattFinish } } #end
      Skin(2) }
    #local K = K + 1;
  #end
  box { <-30, Top - 0.60, 1.0 - Deep + 0.05>, <30, Top - 0.05, 1.0 + Deep>
    #if (Mask = 0) texture { pigment { srgb <0.66,0.62,0.57> } normal { granite 0.2 scale 0.3 } finish { MattFinish } } #end Skin(3) }
#end
Bricks(0, 3.1, 0.2)
Bricks(-0.66, 3.1, 1.23)
Bricks(-1.32, 3.1, 0.2)
// jug
#declare JugSkin = texture { GlazePigment(<0.60,0.26,0.17>, <0.47,0.19,0.13>, <0.36,0.18,0.12>, 3.35, 0.55) normal { Ripple } finish { GlossFinish } }
union {
  object { Turned(array[17] {<0,0.09>,<0.62,0.09>,<0.70,0.0>,<0.80,0.04>,<1.04,0.50>,<1.24,1.10>,<1.22,1.72>,<0.92,2.32>,<0.70,2.75>,<0.68,3.05>,<0.80,3.30>,<0.79,3.35>,<0.73,3.31>,<0.61,3.05>,<0.63,2.75>,<0.8,2.2>,<0.0,0.4>}, 0.003) }
  sphere_sweep { b_spline 7, <0.55,3.25,0>,0.13 <0.72,3.02,0>,0.14 <1.20,3.12,0>,0.135 <1.72,2.72,0>,0.13 <1.66,2.05,0>,0.135 <1.12,1.62,0>,0.15 <0.9,1.5,0>,0.15 tolerance 0.0001 }
  #if (Mask = 0) texture { JugSkin } interior { ior 1.5 } #end
  Skin(1) rotate y*18 translate <-1.05,0,0.35> }
// cup of white glaze on a raw foot
object { Turned(array[12] {<0,0.20>,<0.50,0.20>,<0.55,0.16>,<0.62,0.22>,<0.86,0.62>,<0.94,1.10>,<0.95,1.42>,<0.92,1.455>,<0.885,1.42>,<0.87,1.10>,<0.75,0.6>,<0.0,0.36>}, 0.003)
  #if (Mask = 0) texture { pigment { bozo turbulence 0.5 scale 0.7 color_map { [0 srgb <0.88,0.875,0.86>] [1 srgb <0.93,0.925,0.91>] } } normal { Ripple } finish { SatinFinish } } interior { ior 1.5 } #end
  Skin(4) translate <2.25,0,-0.75> }
object { Turned(array[8] {<0,0.03>,<0.48,0.03>,<0.56,0.0>,<0.66,0.02>,<0.68,0.10>,<0.62,0.20>,<0.5,0.24>,<0.0,0.24>}, 0.003)
  #if (Mask = 0) texture { Terracotta } #end Skin(5) translate <2.25,0,-0.75> }
