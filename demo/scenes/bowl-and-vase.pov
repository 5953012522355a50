#version 3.7;
// An ochre bowl and a teal vase on an oak table before a plaster wall; in frame 4 with the glaze chart before them, in the light of frame 1.
// Masks: 1 bowl, 2 vase, 3 plaster, 4 table, 5 small cup.
#include "studio.inc"
#ifndef (Frame) #declare Frame = 1; #end
camera { #if (Frame = 1 | Frame = 4) location <0.0, 3.9, -12.8> look_at <-0.2, 1.5, 0>
         #else #if (Frame = 2) location <-4.6, 3.0, -11.8> look_at <0.25, 1.45, 0.2>
         #else location <3.4, 6.4, -10.4> look_at <0.1, 1.0, 0.1> #end #end
         right x*1.5 angle 38 }
#if (Frame = 3) #declare Cool = 0.72; #else #declare Cool = 1; #end
WindowLight(<-9, 8, -6>, <0,1,0>, 3.4, 4.4, <0.86,0.94,1.06>, 1.15*Cool, 4)
LampLight(<8.5, 5.5, -3>, <0.6,1,0>, 1.6, <1.25,0.86,0.52>, 0.42, 3)
Room(<0.9,0.9,0.92>)
PlasterWall(3, 5.2, <0.90,0.885,0.86>)
Planks(4, <0.72,0.54,0.37>, <0.42,0.28,0.17>, 1.7, 5)
// bowl
object { Turned(array[13] {<0,0.10>,<0.55,0.10>,<0.62,0.0>,<0.72,0.02>,<0.80,0.20>,<1.30,0.62>,<1.72,1.22>,<1.86,1.60>,<1.83,1.645>,<1.77,1.60>,<1.62,1.22>,<1.20,0.70>,<0.0,0.30>}, 0.003)
  #if (Mask = 0) Gloss(<0.80,0.57,0.18>, <0.66,0.42,0.12>, <0.48,0.28,0.13>, 1.645, 0.5) interior { ior 1.5 } #end
  Skin(1) translate <-1.75,0,-0.55> }
// vase
object { Turned(array[16] {<0,0.08>,<0.5,0.08>,<0.62,0.0>,<0.74,0.06>,<1.02,0.55>,<1.20,1.20>,<1.10,1.95>,<0.72,2.60>,<0.44,3.02>,<0.40,3.35>,<0.56,3.64>,<0.55,3.69>,<0.49,3.65>,<0.33,3.35>,<0.36,3.02>,<0.0,2.4>}, 0.003)
  #if (Mask = 0) Gloss(<0.10,0.40,0.40>, <0.05,0.27,0.30>, <0.30,0.36,0.30>, 3.69, 0.6) interior { ior 1.5 } #end
  Skin(2) translate <1.45,0,0.55> }
#if (Frame = 4)
  #include "chart.inc"
  object { GlazeChart(2.7) rotate x*18 translate <-0.1, 0.02, -3.5> }
#end
// small cup, unglazed; put away where the chart stands
#if (Frame != 4) object { Turned(array[12] {<0,0.07>,<0.36,0.07>,<0.42,0.0>,<0.48,0.03>,<0.56,0.35>,<0.58,0.75>,<0.60,0.98>,<0.575,1.01>,<0.545,0.98>,<0.52,0.75>,<0.48,0.3>,<0.0,0.18>}, 0.003)
  #if (Mask = 0) texture { Bisque } #end Skin(5) translate <0.15,0,-1.95> } #end
