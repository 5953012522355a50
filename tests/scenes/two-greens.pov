#version 3.7;
// Foliage in two greens, one yellow and one blue, out of a mossy pot.
// Masks: 1 yellow-green leaves, 2 blue-green leaves, 3 mossy pots, 4 table, 5 wall.
#include "shapes.inc"
camera { location <0.1, 3.7, -12.6> look_at <0.0, 2.0, 0> right x*1.5 angle 35 }
WindowLight(<8, 8, -6>, <0,1.4,0>, 3.2, 4.4, <0.95,0.98,1.02>, 1.15, 3)
LampLight(<-7.5, 4.0, -3.5>, <-0.4,1,0>, 1.3, <1.2,0.92,0.68>, 0.34, 2)
Room(<0.88,0.88,0.86>)
PlasterWall(5, 5, <0.80,0.79,0.77>)
Planks(4, <0.52,0.42,0.33>, <0.30,0.23,0.17>, 1.8, 4)
#macro Blade(Long, Wide, Bend)
  #local NL = 12; #local NW = 4;
  mesh2 {
    vertex_vectors { (NL+1)*(NW+1)
      #local I = 0; #while (I <= NL) #local T = I/NL; #local A = Bend*T; #local J = 0; #while (J <= NW)
        #local U = J/NW*2-1; #local W = Wide*pow(sin(pi*pow(T*0.96+0.02, 0.72)), 0.8);
        ,<U*W, Long*sin(A)/Bend + 0.10*abs(U)*W*sin(A), Long*(1-cos(A))/Bend - 0.35*abs(U)*W + 0.0001*I>
      #local J = J + 1; #end #local I = I + 1; #end }
    face_indices { NL*NW*2
      #local I = 0; #while (I < NL) #local J = 0; #while (J < NW)
        #local Q = I*(NW+1)+J;
        ,<Q,Q+1,Q+NW+1>, <Q+1,Q+NW+2,Q+NW+1>
      #local J = J + 1; #end #local I = I + 1; #end } }
#end
#declare R1 = seed(31);
#macro Plant(Id, Count, Long, Spread, Tone)
  #local K = 0;
  #while (K < Count)
    #local V = 0.8 + 0.35*rand(R1);
    object { Blade(Long*(0.6+0.5*rand(R1)), 0.19+0.08*rand(R1), Spread*(0.35+0.95*rand(R1)))
      #if (Mask = 0) texture { pigment { srgb Tone*V } finish { ambient 0 diffuse 0.75 specular 0.15 roughness 0.04 } } #end
      Skin(Id) rotate y*(K*137.5 + 20*rand(R1)) translate <0.10*sin(K*2.4), 0, 0.10*cos(K*2.4)> }
    #local K = K + 1;
  #end
#end
union { Bowl(3, Satiny(<0.40,0.42,0.27>), 1.2) union { Plant(1, 40, 2.6, 1.15, <0.50,0.58,0.18>) translate y*0.7 } translate <-1.6,0,0> }
union { Bowl(3, Satiny(<0.40,0.42,0.27>), 1.1) union { Plant(2, 40, 2.3, 1.05, <0.24,0.44,0.30>) translate y*0.7 } translate <1.6,0,-0.2> }
