#version 3.7;
// Two planters in a green glaze with plants in them: the glaze is to change, the leaves must stay.
// Masks: 1 planters, 2 leaves, 3 plaster, 4 table, 5 soil.
#include "studio.inc"
camera { location <0.2, 3.6, -13> look_at <0.05, 1.95, 0> right x*1.5 angle 34 }
WindowLight(<8.5, 8, -6>, <0,1.4,0>, 3.2, 4.4, <0.95,0.98,1.02>, 1.15, 4)
LampLight(<-7.5, 4.0, -3.5>, <-0.4,1,0>, 1.3, <1.2,0.92,0.68>, 0.34, 3)
Room(<0.88,0.88,0.86>)
PlasterWall(3, 5, <0.84,0.80,0.77>)
Planks(4, <0.64,0.46,0.31>, <0.36,0.23,0.14>, 1.8, 5)
// one leaf: a bent, pointed blade along +y, as a smooth mesh
#macro Leaf(Long, Wide, Bend, Twist)
  #local NL = 14; #local NW = 4;
  mesh2 {
    vertex_vectors { (NL+1)*(NW+1)
      #local I = 0; #while (I <= NL) #local T = I/NL; #local A = Bend*T; #local J = 0; #while (J <= NW)
        #local U = J/NW*2-1; #local W = Wide*pow(sin(pi*pow(T*0.96+0.02, 0.72)), 0.8);
        #local Py = Long*(Bend = 0 ? T : sin(A)/Bend); #local Pz = Long*(Bend = 0 ? 0 : (1-cos(A))/Bend);
        ,<U*W, Py + 0.10*abs(U)*W*sin(A), Pz - 0.35*abs(U)*W + 0.0001*I>
      #local J = J + 1; #end #local I = I + 1; #end }
    face_indices { NL*NW*2
      #local I = 0; #while (I < NL) #local J = 0; #while (J < NW)
        #local Q = I*(NW+1)+J;
        ,<Q,Q+1,Q+NW+1>, <Q+1,Q+NW+2,Q+NW+1>
      #local J = J + 1; #end #local I = I + 1; #end }
    rotate y*Twist
  }
#end
#declare R1 = seed(88);
#macro Plant(Count, Long, Spread, Tone)
  #local K = 0;
  #while (K < Count)
    #local T = K/Count; #local V = 0.8 + 0.4*rand(R1); #local Yl = rand(R1);
    object { Leaf(Long*(0.62+0.5*rand(R1)), 0.15+0.07*rand(R1), Spread*(0.35+0.95*rand(R1)), 0)
      #if (Mask = 0)
      texture { pigment { gradient x triangle_wave scale 0.5 color_map { [0 srgb (Tone + <0.10,0.10,0.02>)*V] [0.12 srgb (Tone+<0.03*Yl,0.01,0>)*V] [1 srgb (Tone*0.8+<0.05*Yl,0.02,0>)*V] } }
        finish { ambient 0 diffuse 0.72 specular 0.18 roughness 0.04 } }
      #end
      Skin(2) rotate y*(K*137.5 + 20*rand(R1)) translate <0.10*sin(K*2.4), 0, 0.10*cos(K*2.4)> }
    #local K = K + 1;
  #end
#end
#macro Planter(Hi, Ra)
  object { Turned(array[13] {<0,0.08>,<0.62*Ra,0.08>,<0.68*Ra,0.0>,<0.75*Ra,0.04>,<0.86*Ra,0.35*Hi>,<0.97*Ra,0.75*Hi>,<1.0*Ra,0.97*Hi>,<0.985*Ra,Hi>,<0.94*Ra,0.985*Hi>,<0.91*Ra,0.9*Hi>,<0.86*Ra,0.7*Hi>,<0.75*Ra,0.4*Hi>,<0.0,0.3*Hi>}, 0.003)
    #if (Mask = 0) Gloss(<0.27,0.47,0.33>, <0.17,0.36,0.26>, <0.42,0.34,0.22>, Hi, 0.55) interior { ior 1.5 } #end Skin(1) }
  disc { <0,0.86*Hi,0>, y, 0.92*Ra
    #if (Mask = 0) texture { pigment { granite scale 0.2 color_map { [0 srgb <0.16,0.11,0.08>] [1 srgb <0.30,0.22,0.16>] } } normal { granite 0.5 scale 0.2 } finish { ambient 0 diffuse 0.8 } } #end Skin(5) }
#end
union { Planter(1.75, 1.30) union { Plant(34, 2.7, 0.95, <0.24,0.40,0.13>) translate y*1.5 } translate <-1.35,0,0.35> }
union { Planter(1.20, 0.95) union { Plant(30, 1.7, 1.5, <0.36,0.47,0.16>) translate y*1.0 } translate <1.85,0,-0.5> }
