#version 3.7;
// A jar before one of nearly its colour: terracotta before clay; terracotta, teal, plum, pale grey-blue.
// Masks: 1 the jar in front.
#ifndef (Paint) #declare Paint = 0; #end
#include "shapes.inc"
#declare Paints = array[4] { <0.68,0.34,0.20>, <0.14,0.42,0.42>, <0.38,0.16,0.34>, <0.66,0.73,0.78> }
camera { location <0.2, 3.4, -12.0> look_at <0.1, 1.3, 0> right x*1.5 angle 34 }
WindowLight(<-9, 8, -6>, <0,1,0>, 3.4, 4.4, <0.92,0.97,1.04>, 1.15, 3)
LampLight(<8, 5, -3>, <0.6,1,0>, 1.6, <1.22,0.93,0.66>, 0.4, 2)
Room(<0.9,0.9,0.9>)
PlasterWall(5, 5, <0.80,0.79,0.75>)
box { <-30,-0.5,-30>, <30,0,30> #if (Mask = 0) Satiny(<0.50,0.49,0.46>) interior { ior 1.4 } #end Skin(4) }
object { Jar(2, Satiny(<0.60,0.40,0.29>), 3.4, 1.5) translate <0.9,0,1.8> }
object { Jar(1, Satiny(Paints[Paint]), 2.4, 1.0) translate <-0.3,0,-0.6> }
