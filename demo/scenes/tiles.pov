#version 3.7;
// A batch of jade tiles from an uneven kiln: every tile fired a little differently.
// Masks: 1 tiles, 2 board, 3 brass rule.
#include "studio.inc"
camera { location <0, 11.5, -5.4> look_at <0, 0, -0.12> right x*1.5 angle 36 }
WindowLight(<-8, 8, 4>, <0,0,0>, 3, 4, <0.94,0.98,1.05>, 1.15, 4)
LampLight(<7, 6, -5>, <0,0,0>, 1.2, <1.2,0.95,0.74>, 0.32, 3)
Room(<0.85,0.86,0.88>)
#declare R1 = seed(4711);
box { <-30,-0.6,-30>, <30,-0.22,30>
  #if (Mask = 0) texture { pigment { bozo turbulence 0.8 scale 1.5 color_map { [0 srgb <0.36,0.345,0.335>] [1 srgb <0.41,0.395,0.38>] } } normal { granite 0.12 scale 0.8 } finish { ambient 0 diffuse 0.8 specular 0.05 roughness 0.1 } } #end
  Skin(2) }
#declare Row = -2;
#while (Row <= 2)
  #declare Col = -3;
  #while (Col <= 3)
    #declare H = rand(R1)-0.5; #declare G = rand(R1)-0.5; #declare K = rand(R1)-0.5; #declare Tw = rand(R1)-0.5;
    #declare Fire = 0.5*H + 0.28*sin(Col*0.9+1) + 0.16*Row/2;
    #declare Base = <0.30 + 0.20*Fire, 0.53 + 0.05*G - 0.05*Fire, 0.43 - 0.17*Fire + 0.03*K>*(1 + 0.10*K);
    superellipsoid { <0.09, 0.09> scale <0.70, 0.11, 0.70>
      #if (Mask = 0)
      texture { pigment { bozo turbulence 0.6 scale 0.55 translate <Col*5,Row*3,K*9>
          color_map { [0 srgb Base*0.86] [0.6 srgb Base] [1 srgb Base*1.05 + <0.02,0.02,0.01>] } }
        normal { average normal_map { [1 bumps 0.14 scale 0.45 translate <K*11,0,G*7>] [0.5 granite 0.03 scale 0.4] } } finish { GlossFinish } } interior { ior 1.5 }
      #end
      Skin(1) rotate y*Tw*2.6 rotate x*G*0.7 translate <Col*1.50 + K*0.03, -0.10, Row*1.50 + H*0.03> }
    #declare Col = Col + 1;
  #end
  #declare Row = Row + 1;
#end
