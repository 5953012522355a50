#version 3.7;
// The made-up chart as it is met: Declare=View=N.
// 1 upright  2 turned  3 upside down and tilted  4 seen from the side  5 on its side, small  6 in the shade  7 by lamplight
// 8 with a few patches covered  9 half covered  10 half in shade  11 as a sensor of known colours sees it, in one even light
#ifndef (View) #declare View = 1; #end
#include "shapes.inc"
#include "chart.inc"
camera { location <0, 4.6, -10.5> look_at <0, 1.2, 0> right x*1.5 angle 36 }
#switch (View)
#case (6)
  LampLight(<8.5, 5.5, -3>, <0.6,1,0>, 1.6, <0.95,0.97,1.05>, 0.30, 3)
  Room(<0.95,0.96,1.0>)
#break
#case (7)
  LampLight(<-6.5, 6.5, -8>, <0,1,0>, 1.6, <1.30,0.84,0.46>, 1.6, 3)
  Room(<0.9,0.85,0.8>)
#break
#case (11)
  light_source { <-400, 500, -900> rgb 1.0 parallel point_at <0,1,0> }
  background { rgb 0.5 }
#break
#else
  WindowLight(<-9, 8, -9>, <0,1,0>, 3.4, 4.4, <0.86,0.94,1.06>, 1.5, 4)
  LampLight(<8.5, 5.5, -6>, <0.6,1,0>, 1.6, <1.25,0.86,0.52>, 0.30, 3)
  Room(<0.9,0.9,0.92>)
#end
PlasterWall(3, 5.2, <0.90,0.885,0.86>)
Planks(4, <0.72,0.54,0.37>, <0.42,0.28,0.17>, 1.7, 5)
object { Jar(1, Satiny(<0.13,0.44,0.44>), 2.7, 1.0) translate <3.1,0,1.9> }
object { Bowl(2, Satiny(<0.78,0.56,0.20>), 1.5) translate <-3.2,0,1.4> }
object {
  GlazeChart(3.6)
  #switch (View)
  #case (2) rotate x*28 rotate y*-12 rotate z*0 translate <0,-1.2,0> rotate z*24 translate <0,1.85,0> #break
  #case (3) rotate z*180 translate y*2.75 rotate x*42 rotate y*14 translate <0.3,0.1,-0.6> #break
  #case (4) rotate x*20 rotate y*46 translate <-0.3,0.05,0> #break
  #case (5) translate -1.25*y rotate z*90 scale 0.42 rotate x*55 translate <0.9,0.75,-1.4> #break
  #case (7) rotate x*35 rotate y*6 translate <0.1,0.05,-0.4> #break
  #case (11) rotate x*20 translate <0,0.05,0> #break
  #else rotate x*20 rotate y*4 translate <0,0.05,0>
  #end
}
#if (View = 8) object { Cup(5, Satiny(<0.70,0.36,0.42>)) translate <1.25,0,-1.3> } #end
#if (View = 9) object { Jar(5, Satiny(<0.70,0.36,0.42>), 2.4, 1.2) translate <0.75,0,-1.9> } #end
#if (View = 10) box { <-2.0, 0, -1.62>, <-0.9, 3.6, -1.55> pigment { rgb 0.3 } finish { ambient 0 diffuse 0.8 } no_image } #end
