// Made by core/scripts/versions.mjs from Unicode 14.0.0. Do not edit.
/** Bidi_Class: code, name and ends of ranges, as differences in base 36; the first is what none of the others has. */
export const BIDI_CLASSES: readonly (readonly [code: string, name: string, ends: string])[] = [
  [
    "L",
    "Left_To_Right",
    ""
  ],
  [
    "AL",
    "Arabic_Letter",
    "16w 0 3 0 2 0 e 1b z 2 2 2s g 1 8 1 b m 2 t s 2i c e 4h 1b 3 5 9 15 1bwn dp j 3i y c 38 3y 2rm z 5 7 b 5 dt l c u 17nl 27 1t 27 4x 6n 3 d"
  ],
  [
    "AN",
    "Arabic_Number",
    "16o 5 2j 9 2 1 35 0 c3 1 29 0 1ff2 9 87 u"
  ],
  [
    "B",
    "Paragraph_Separator",
    "a 0 3 0 f 2 2v 0 690 0"
  ],
  [
    "BN",
    "Boundary_Neutral",
    "0 8 6 d 2s 5 2 p e 0 4m9 0 1kt 2 2b 5 5 5 17q9 v 7k 0 6p 8 6 1 119d 3 440 7 96s 1 1ekf 1 1ekf 1 1ekf 1 1ekf 1 1ekf 1 1ekf 1 1ekf 1 1ekf 1 1ekf 1 1ekf 1 1ekf 1 1ekf 75 6p 2rz 1ben 1 1ekf 1 1ekf 1"
  ],
  [
    "CS",
    "Common_Separator",
    "18 0 2 1 b 0 2u 0 12k 0 55v 0 l 0 17v0 0 2 0 3 0 53 0 2 1 b 0"
  ],
  [
    "EN",
    "European_Number",
    "1c 9 3d 1 6 0 187 9 513 0 4 5 7 9 sf j 175h 9 qw q 161f 1d 4xt a 25i 9"
  ],
  [
    "ES",
    "European_Separator",
    "17 0 2 0 6dp 1 f 1 av 0 16vr 0 mx 1 4o 0 2 0"
  ],
  [
    "ET",
    "European_Terminator",
    "z 2 3h 3 b 1 ym 0 3e 1 2o 0 p4 1 8 0 6u 0 7c 0 g6 0 1wc 0 1n9 4 30 1b 2n 0 6d 0 qhx 1 h0m 0 a 1 49 2 63 1 4 1 6bb 3 12jj 0"
  ],
  [
    "FSI",
    "First_Strong_Isolate",
    "6eg 0"
  ],
  [
    "LRE",
    "Left_To_Right_Embedding",
    "6cq 0"
  ],
  [
    "LRI",
    "Left_To_Right_Isolate",
    "6ee 0"
  ],
  [
    "LRO",
    "Left_To_Right_Override",
    "6ct 0"
  ],
  [
    "NSM",
    "Nonspacing_Mark",
    "lc 33 7o 6 7c 18 2 0 2 1 2 1 2 0 21 a 1d k h 0 2u 6 3 5 3 1 2 3 10 0 v q 2k a 1n 8 a 0 p 3 2 8 2 2 2 4 18 2 1p 7 17 n 2 v 1k 0 2 0 5 7 5 0 4 6 b 1 u 0 1n 0 5 3 9 0 l 1 r 0 3 1 1m 0 5 1 5 1 3 2 4 0 v 1 4 0 c 1 1m 0 5 4 2 1 5 0 l 1 n 5 2 0 1n 0 3 0 2 3 9 0 8 1 c 1 v 0 1q 0 d 0 1f 0 4 0 1k 0 2 2 6 2 2 3 8 1 c 1 u 0 1n 0 g 1 l 1 t 1 1m 1 5 3 9 0 l 1 u 0 21 0 8 2 2 0 2j 0 3 6 d 7 2r 0 3 8 c 5 23 1 s 0 2 0 2 0 1k d 2 4 2 1 6 a 2 z a 0 2v 3 2 5 2 1 3 1 q 1 5 2 h 3 e 0 3 1 7 0 g 0 jk 2 qb 2 u 1 v 1 v 1 1t 1 2 6 9 0 3 a a 0 1a 2 2 0 3a 1 z 0 3b 2 5 1 a 0 7 2 64 1 3 0 1n 0 2 6 2 0 2 0 3 7 7 9 3 0 1d u 1e 3 1d 0 2 4 2 0 6 0 15 8 d 1 x 3 3 1 2 2 1l 0 2 1 4 0 2 2 1n 7 3 1 49 2 2 c 2 6 5 0 7 0 4 1 5j 1r k1 w 2db 2 3y 0 2p v ff 3 30 1 n9x 3 2 9 x 1 29 1 7l 0 4 0 5 0 q 1 6 0 48 1 r h e 0 13 7 q a 1b 2 1d 0 3 3 3 1 14 0 1w 5 3 1 3 1 d 0 9 0 1c 0 1g 0 2 2 3 1 6 1 2 0 17 1 9 0 6n 0 3 0 5 0 fn5 0 ki f h f r2 0 6b 0 46 4 1af 2 2 1 6 3 15 2 5 0 4m 1 fy 3 as 1 4a a 1e 3 3g 0 1j e 16 0 3 1 b 2 1e 3 3 1 8 0 1q 2 11 4 2 7 1r 0 d 1 1h 8 b 3 3 0 2o 2 3 0 2 1 7 0 4h 0 4 7 m 1 1m 1 4 0 12 6 4 4 5g 7 3 2 2 0 o 0 2d 5 2 0 5 1 2 1 6n 3 7 1 2 1 s 1 2e 7 3 0 2 1 2z 0 2 0 3 5 2 0 2u 2 3 3 2 4 78 8 2 1 75 1 2 0 5 0 41 3 3 1 5 0 x 5 3 1 15 5 3 3 9 0 a 5 3 2 1b c 2 1 bb 6 2 5 2d l 3 6 2 1 2 1 3f 5 4 0 2 1 2 6 2 0 21 1 4 0 2 0 9o 1 f0c 4 1o 6 t5 0 1s 3 2a 0 f5l 1 3mq 19 3 m f5 2 i 7 3 6 v 3 45 2 1j0 1i 5 1d 9 0 f 0 n 4 2 e 11t 6 2 g 3 6 2 1 2 4 7a 6 ag 0 1q 3 15t 6 32 6 gzhy 6n"
  ],
  [
    "ON",
    "Other_Neutral",
    "x 1 4 4 h 5 r 5 r 3 z 0 5 3 2 1 2 1 5 0 2 2 3 4 o 0 w 0 ci 1 8 d 3 d 6 8 2 g 39 1 9 0 6 1 2 0 33 0 b8 0 3 1 3c 1 7 1 5r 0 b 0 7h 3 sa 5 2 0 3i 6 jg 3 ur 9 2v 0 ij 1 9g 9 7 a 8m 0 4 1 49 x 14u 0 2 2 c 2 e 2 e 2 e 1 i n e e 2 p u 2 e 2 36 1 2 3 2 1 b 0 2 2 6 5 2 0 2 0 2 0 h 1 5 4 6 3 3 f 16 2 5 3l 3 81 1y p 2 40 q a m 13 2r ch 2 9e 75 hf 3 v 2 2w 6e 5 f 6 75 2l z p 2 2g d 5x r b 6 3 4 o g 0 6 1 6 2 2k 1 4 0 2j 0 5h z 1m 1 1e f t 2 1f e d 3 4o 3 2s 1 w 0 535 1r h3l 1i 93 2 2s 0 b 1 3l x 2v 0 4g 3 21 3 kz 1 g5v h 3k 0 1a 2 h 9 n v 2 0 3 0 2 8 2 1 3 2 2 0 3 0 46 1 4 4 h 5 r 5 r a 3h 2 4 6 b 4 78 0 1r 24 4 c 4 0 1hb 0 ey 6 103 j 16j c 1ux 7 5 g fsh 0 jd3 1 m 1t 4 0 57 2e p1 0 1m 0 1m 0 1m 0 1m 0 4kt 1 7j 17 5 2r d e 3 e 2 e 2 10 m 4 w 0 1n 5 1q 0 4z 5 4b rb 6 f 4 c 4 37 d 2g 8 b 5 0 g b 5 1j 9 9 7 13 9 t 3 1 27 9f d d 3 4 4 4 4 6 a s 4 a 6 5 b 9 7 7 9 6 a 42 2 1i"
  ],
  [
    "PDF",
    "Pop_Directional_Format",
    "6cs 0"
  ],
  [
    "PDI",
    "Pop_Directional_Isolate",
    "6eh 0"
  ],
  [
    "R",
    "Right_To_Left",
    "13k 0 1a 0 2 0 3 0 3 0 2 1j ch 16 a 1 5 2 2 n 5 0 a 0 4 0 6 16 4 3 4og 0 179q 0 2 9 2 11 2i9 7y 2 68 4 0 3 4 5 13 4 3 2 4k 3 29 8 cf 1t 7z w 17 3 3m 1t h 5 3d 16o1 5r 8 30 8 mc 29 1r 29 4v 75 73"
  ],
  [
    "RLE",
    "Right_To_Left_Embedding",
    "6cr 0"
  ],
  [
    "RLI",
    "Right_To_Left_Isolate",
    "6ef 0"
  ],
  [
    "RLO",
    "Right_To_Left_Override",
    "6cu 0"
  ],
  [
    "S",
    "Segment_Separator",
    "9 0 2 0 k 0"
  ],
  [
    "WS",
    "White_Space",
    "c 0 k 0 4f4 0 1vk a u 0 1j 0 335 0"
  ]
];
