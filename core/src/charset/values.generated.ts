// Made by core/scripts/values.mjs from Unicode 14.0.0. Do not edit.
/**
 * Properties by all their names, and their values by theirs, loosely spelled; the first value is what none of the others has.
 * Ends of ranges, as differences in base 36.
 */
export const VALUES: readonly (readonly [names: string, values: readonly (readonly [names: string, ends: string])[]])[] = [
 [
  "age",
  [
   [
    "na unassigned",
    ""
   ],
   [
    "1.1 v11",
    "0 dx 5 t 1l 2g 8 1a 2 9 n 1x r 1 j 1 5 0 4 0 6 6 2 0 2 j 2 17 2 6 4 0 2 0 2 0 2 0 2 h e b 2 1t 2 b 2 14 a 1g 3 1 3 1 4 r 3 7 3 1 1k 11 3 6 2 12 2 0 13 9 2 8 d q 6 4 o 0 f 0 4 0 2 p 6 i e d 3 1z 3 4 2 e 2 t 3 9 eg 2 2 1g 3 h 3 4 4 o h 2 2 7 3 1 3 l 2 6 2 0 4 3 3 0 2 6 3 1 3 2 a 0 5 1 2 4 3 k 8 0 3 5 5 1 3 l 2 6 2 1 2 1 2 1 3 0 2 4 5 1 3 2 c 3 2 0 8 e d 2 2 6 2 0 2 2 2 l 2 6 2 1 2 4 3 9 2 2 2 2 3 0 g 0 6 9 i 2 2 7 3 1 3 l 2 6 2 1 3 3 3 7 4 1 3 2 9 1 5 1 2 2 5 a i 1 2 5 4 2 2 3 4 1 2 0 2 1 4 1 4 2 4 7 2 2 5 4 4 2 2 3 a 0 g b f 2 2 7 2 2 2 m 2 9 2 4 5 6 2 2 2 3 8 1 a 1 5 9 j 1 2 7 2 2 2 m 2 9 2 4 5 6 2 2 2 3 8 1 8 0 2 1 5 9 j 1 2 7 2 2 2 m 2 f 5 5 3 2 2 3 a 0 9 1 5 9 42 1l 5 s 12 1 2 0 3 1 2 0 3 0 7 3 2 6 2 2 2 0 2 0 3 1 2 c 2 2 3 4 2 0 2 5 3 9 3 1 cj 11 b 12 5 0 5 2h 6 1v 6 29 2dj 4a 6 2h 7 l 3 5 3 11 3 5 3 7 2 0 2 0 2 0 2 u 3 1g 2 e 2 d 3 5 2 i 3 2 2 8 2 1a 2 m 10 6 4 q i a 12 h v 1k r 1b e 2i m 6p f 0 2 3c 3q 10 s a m 3u m 45 b 27 h j 7 2d 42 3 2 3 3 r 2 y 2 0 2 3 4 0 2 6 3 6 f u 4 n 2 d 1mq 1j 8 0 2 2b 5 5 3 2l 7 13 5 2l 2 f 2p s 4 z t r 4 1d g b 5 1a 2 3a 5 2q 3 u 54y g4l cpn 565 5v 6 d 4 7 o 2 4 2 0 2 1 2 1 2 2z y a4 h 1r 3 1h 15 b 11 3 d k 5 9 2 i 2 3 5 2 2 0 2 3q 3 0 2 2l 3 2l 4 5 3 5 3 5 3 2 4 6 2 6 f 2"
   ],
   [
    "2.0 v20",
    "13l g 2 c l 0 1to 1z 2 w 8 q 5 5 2 0 2 k 4 6 2 0 2xu 0 eo 0 rit 8mb 2l 1kv 1kvz 1 1ekf 1 1ekf 1 1ekf 1 1ekf 1 1ekf 1 1ekf 1 1ekf 1 1ekf 1 1ekf 1 1ekf 1 1ekf 1 1ekf 1 1ekf 2t4x"
   ],
   [
    "2.1 v21",
    "6gc 0 1840 0"
   ],
   [
    "3.0 v30",
    "dy 3 v 7 3 h 3a 4 1e 0 b 4 2g 8 k 0 39 0 4 0 2 0 2 0 2 0 v 0 d 0 1v 0 d 0 17 1 3 3 2l 1 4d 0 5l 2 2r 1 6 0 g 0 17 4 2 d 2 t 4 q 1i 1c 15e 1 2 h 4 n 2 8 2 0 3 6 4 0 5 5 2 0 2 7 j 2 ae 0 18 0 o 2 8 0 2 2 2 e 3 0 1d x 2 4 2 1 2 6 4 3 7 p br 6 2 1q 2 0 2 3 3 6 2 0 2 3 3 12 2 0 2 3 3 u 2 0 2 3 3 6 2 0 2 3 3 6 2 6 2 m 2 u 2 0 2 3 3 6 2 12 2 i 7 r 10 2c d hh a s 4 28 40 2k 4 9 n e 2 9 7 2f 9 15 1hi 0 p 5 2o 2 1f 1 2e 1 21 0 2w 8 7i 0 3e 0 2 t 3v 1 cq 7 y 0 2f 1 b3 73 135 p 2 2g d 5x r b 1p 2 4 0 9u n g9 52t g97 wc 4 h 3 f 2 b 2 2 2 0 h1z 0 yk 2"
   ],
   [
    "3.1 v31",
    "s4 1 1dcr v 101 u 2 3 d q 52 11 3 11 148j 6t b 12 4 4z f7 2c 2 1y 2 1 3 0 3 1 3 3 2 b 2 0 2 3 2 1 2 1s 2 3 3 7 2 6 2 r 2 3 2 4 2 0 4 6 2 9d 5 81 5 1d 7wh wye g16 f1 fhes 0 v 2n"
   ],
   [
    "3.2 v32",
    "f4 0 8f 0 k c 2x 1 t 0 44 1 1m 1 3 1 3 1 1e f 9r 1 8y 0 1ty 1 16w c 2 6 c m a j d c 2 2 2 1 1qs 0 7 4 5 0 8 4 e 0 1r 1 1f 6 2b e 4p b 6r d 3h 0 v 1f 7x j 48 9 2h 7 n 1 2j b 3 9 67 d 2j r 5 f 75 e7 118 2 2g 1 9 1 2n 0 6p f 2a e 2a e mhv 1 h 0 d 0 4 0 gvf 1m pe 0 4 f 1i 1 19 0 6k 1"
   ],
   [
    "4.0 v40",
    "f5 0 j 2 3c 1 1s g 29 7 6 2 48 4 ed 3 a 8 1t 2 46 1 g 0 1a 2 u 2 c5 0 55 0 1w 0 2 0 3t 0 2d 2 e 0 1w 0 1o 0 3m 7 5e 1 274 0 j 9 7b s 4 b 5 b 5 0 4 15 3 4 30 v ld 2z ko 1 6f 0 ic 1 8f 0 7p 1 39 7 f 1 v3 d 1e8 1 1e 0 18 1 27 3 4o 3 2s 1 w 0 535 1r yri 0 22 1 c8 b 2 p 2 i 2 1 2 e 3 d z 3e 6 2 5 18 4 8 g1 t 2 0 3r 1 13 27 3 9 nr 5 3 0 2 17 2 1 4 0 3 0 141t 2e a3 0 h3jz 6n"
   ],
   [
    "4.1 v41",
    "fr a 7r 4 4g 3 6v 1 4r 0 z 2 1w 0 j 0 1n 5 6q t eo 0 29 0 dk 0 1c 0 ru 1 88 1 2 0 7f 0 1s 0 1s 0 14 0 w 0 w 0 w 0 g 0 14 0 o 1 w p 15z 15 7 p 7 9 5 1 x r 3 1 nh 2f ia 1 2 6 1e 4 u 3 1i 0 29 0 g 0 hx a fx 0 2u 1 j a 6 f 7j 6 nc 5 6l 1a 2 1a y 2y f 18 b 1h a 0 h m a 6 2 6 2 6 2 6 2 6 2 6 2 6 2 6 y n 5 1 pv f 4v 0 lk8 l 1fp m 6i 17 g91 2x mv 9 mf 22 eu z 5 d 17v 3 2 1 6 7 2 2 2 q 5 2 5 8 9 8 13fs 1x v3 1"
   ],
   [
    "5.0 v50",
    "g2 d 8c 2 9e 0 17 5 h 3 4n 0 ee 1m ap 1 2 1 o3 1 e 1 2ry 23 5 18 g8 6 1g 1 kt 3 2m 1 1i 0 go b jv 0 7p 3 ne 6 6 3 8t c 8 3 o80 3 6 1 7z 1j j2h p 6 0 4ip oe 42 2q e 3 yjx h ux 1"
   ],
   [
    "5.1 v51",
    "og 3 3 1 2g 0 54 0 3x f 6b 4 c 4 x 4 8f h du 1 67 0 10 0 5r 0 u 1 31 0 31 0 r 1 9 1 l 7 5a 0 7 0 u 1 d 5 4 6 do 1 2q 0 4 2 26 0 6 0 3 0 8 2 5 5 r 1r 5 1 1l7 0 k6 16 4 b 1z 1j 4 e 4 1e 98 r 52 3 2j 5 9x 0 3w 0 2n 0 1i 3 105 0 m 9 4 3 7d 0 w 3 mk 4 5 14 4 4 7t 2 2 2 5 5 9v v p 3 3 i l9 0 4j j lp5 7 119 8b l v 3 h 9 r 3o 4 3 2y 33 4 3l 1w a b 13 2b c 0 4h 1i a d 3 9 3 3 gjp 2 oa b 1h 19 3n s 4 1c 18w p 6 0 13hm 0 63b 17 5 2r"
   ],
   [
    "5.2 v52",
    "10k 1 kb 19 3 e 5e 0 26 0 7 0 10 1 3l 0 15m 3 5e 3 59 4 1x 4 2b 5 e9 0 hj 8 fl 1x 51 1 1b 0 1y 1q 2 s 3 a 7 9 7 d f7 y 7f 0 jd 2 48 2 1j 0 gv 0 ja 1 u 2 5 9 2 i 2 0 5 n 2g 0 se 4 7r 0 e 1 30 6 8w 0 sz b lmd 7 zp 1b bl 2f 8p 9 4n r 2t s 4 25 2 a 5 1 3l r 5 1u p 4 69 19 3 9 8mv m 5 1c 6sw 2 2qb l 2 8 57 1 91 v 3l 1h 4 s 3 q 6 7 3l 20 ew u ea 1t 667 tq 11aq a 6 u 3 0 c 0 2 0 3 0 4 0 4 4 9 0 8 0 q 0 2 1 3 0 b 3 3 0 34 0 g x f 8 zp4 378"
   ],
   [
    "6.0 v60",
    "10m 1 6x 0 1r 0 dd r 3 0 64 1 k 0 7 1 s 4 e3 5 c2 0 h 0 k 0 fy 3 22 1 oz 1 1nm 1f 9 3 e5 0 ih 7 t 0 mo a kb 0 k 0 2 3 u 0 5 1 t 0 10 0 2 0 5 2 a 1 1h 2 p 0 f 0 f 1 141 0 f 0 u1 2 n1i 1 8c 1 2 1 f 9 29 0 lj 5 3 5 3 5 a 6 2 6 fwk f 3zz 25 5 t hap fs ds8 1 crj e 3 d 3 e 2 e 29 0 2 a 2 0 2 1 2 2 2 2 6 7 2 6 2 9 7 8 2 0 3 1 2 9 5 1 2 9 24 p 2 1 1c 8 m 1 4v w g 5 2 1x 4 j d 10 2 4 m g g 1q 2 0 2 51 2 3 4 1p j n 44 4 2 f 2 2 2 0 2 0 2 0 2 2 2 5 3 3 2 0 3 3 2 b 5 a 1d 1x 1n 37 11vx 65"
   ],
   [
    "6.1 v61",
    "13j 0 39 0 ik 0 2 a 1k q du 0 ry 1 dk 0 6 0 1c 2 23w 2 d 5 75 7 18 3 251 0 2 0 10l 1 1g 0 6 0 1l 1 5n 9 mfl 0 1bc 7 10 0 6r 1 n 0 26 1 kn m fnc 1 30x 1j 7 1 1e9 o 8 9 7 1g 2 d 1p 20 8 9 x3 1j 9 9 hfb 1w c 1a h g oyp 3 2 q 2 1 2 0 3 0 2 9 2 3 2 0 2 0 7 0 5 0 2 0 2 0 2 2 2 1 2 0 3 0 2 0 2 0 2 0 2 0 2 1 2 0 3 3 2 6 2 3 2 3 2 0 2 9 2 g 6 2 2 4 2 g 1h 1 hl 1 r9 3 59 0 h 0 4 0 2 0 2 0 2 0 4 0 7 1 5 0 2 1 5 0"
   ],
   [
    "6.2 v62",
    "6gq 0"
   ],
   [
    "6.3 v63",
    "17g 0 56y 3"
   ],
   [
    "7.0 v70",
    "ov 0 bt 7 2m 1 3b 0 ik 0 c 5 25 0 3d 0 8 0 hs 0 1g 0 25 0 3k 0 6d 9 1s2 7 f9 1 b6 e fu 1 6m e jq 2 mv 6 li 0 ul 2 b p 3 v 3 x 4 b 2 7 h7 6 nrq 5 6v b c 2 3 1 1y 0 dl u 3i 3 4x 1b 5 1 gci 6 ny 1 k 0 8w r 10 0 1d 16 au 13 9 1f c 0 41 8m a l b 7 6x 1q 9 8 cx v x 12 5 b 3u h 8 3 d 6 y8 0 5t 12 2f 0 d 0 7 j c h 2 16 37 1m 6 9 8 2 2 7 3 1 3 l 2 6 2 1 2 4 3 8 3 1 3 2 a 0 6 6 3 6 4 4 7g 1z 9 9 4n 1h 3 h 1j 1w c 9 g7 2a d 0 ch 1k 1o7 15 5n b 6 0 dsc u 2 9 5 1 2p t 3 5 b 1x b 9 2 6 2 k 6 i fw1 2y 6 c 4 8 8 9 3 7 8kd 5g 3 f 1k9 0 x l m 1 et b a 0 1z 0 n b 12 0 6 3 6 b i 6 20 0 2 0 53 0 5 1 1s 1 5 6 u h 2 14 2 2d 1z 1 e 1b 1z 9 h c 4 3 3x 2c 18 b 5 1j 9 9 7 13 9 t"
   ],
   [
    "8.0 v80",
    "1pv 1 1b 0 eu 0 9t 0 79 0 1au 0 3 5 2ip 0 5o 1 21t 3 mvy 8 1c9 0 6p 0 z 5 91 1 gz 3 d 27 ga7 1 241 i 2 1 6 4 59 1 3 f 3 19 ht 1e e 1e 8 5 y2 3 f 4 4h 6 2 0 2 3 2 e 2 a 2f 0 28 0 hm j 83 p 4 e 5 f 2fu 0 6f 5f 62l g6 rko a 17c i3 g 4 2 e 4u6 2 27 1 28 4 11 7 74 0 24 4 6s 1 3w 0 g0 8 2w 4 1o 0 11ls 4g1"
   ],
   [
    "9.0 v90",
    "1py 7 n e pq 0 5r 0 5 2 2 6 o 2 2yw 8 ab 0 16o 3 211 1 nze 0 7r 0 hjc 1 ma z 5 z 2mb 0 ci 2h 2 0 2 0 eb c 13o 8 2 18 2 d b s 4 v 3 l 2 d gfe 0 w 4q4 k ky gsu 6 2 g 3 6 2 1 2 4 1qu 22 6 9 5 1 1mk h 3z 0 n3 0 16 0 8d 1 y 2 f7 5 2 7 9 0 3 b 2 b 5 e 13 c"
   ],
   [
    "10.0 v100",
    "1nk a b6 1 71 5 e9 0 1n 1 33v 0 73 3 jq 0 n4 0 1jn 0 hf 4 kl 0 luw k jlv 2 4i9 1z 9 1f 3 m 2 4 gu 6 2 1 2 17 4 0 2 1 2 8 9 9 gaw 0 co1 7w 2a az cit 5 vi 1 z 1 eg b k 0 9 7 2 1 q 0 j c 13 5 1l m 1616 5rk"
   ],
   [
    "11.0 v110",
    "128 0 14 0 2v 0 em 2 5w 0 8b 0 3c 0 b2 0 3k 0 2d0 0 t4 16 3 2 2yj 2 n o 5 e gc 4 kh 0 lvg 4 1j4 0 9 1 91 1 j79 1 j 0 jc 13 9 9 cn 13 9 15 ac 0 3b 2 dx 0 83 0 jg 0 6e 1n gy 0 jn 5 2 1 2 10 2 1 2 5 8 9 8n o fns 2i 503 4 esv j 3j 6 4xl 1v vv 0 156 0 64 3 ad 2 t 4 3 3 4 0 2 3 p a e 9 8 1 11 o 2p d"
   ],
   [
    "12.0 v120",
    "2gn 0 en 0 3 0 3 0 2 5 5 0 8 0 8 1 3 0 e 0 2tc 0 2xb 0 1i 0 gg 0 nzf 5 3 4 ps 1 juh m vd 0 gp 0 ko 7 3 19 3 a 4g 1 117 1d e 0 3zl 8 bnx 5 5 0 1c 8 2j 1 4r3 5 861 2 i 3 9eh 18 4 d 3 9 5 1 a9 1l 6 0 18s 0 qe 1o tr 0 12h 0 11 0 6e b 82 2 1c 0 1e 0 a 0 16 5 4 1 b 5 4 7 3 2 1d 2b t 3 5 2 6 2 e 5"
   ],
   [
    "12.1 v121",
    "a2n 0"
   ],
   [
    "13.0 v130",
    "1q6 9 i6 0 bz 0 3h 0 2m6 1 3br 0 jd 2 o9 4 5iv 9 g8h c 1jf 3 17 1 1i 0 n0 3 h0x 0 2jo 15 2 2 3 1 73 r ak 0 3r 1 i3 0 6 1 wv 6 3 0 3 7 2 1 2 t 2 1 3 b a 9 193 0 fuc 0 c 1 5c2 de 17 8 jr9 2 2m 2 1q 0 10p 1 10 1 c4 1 2j 0 2u 0 5 1 17 1 7 2 u 0 4p 0 f 3 g i 8 6 a 2 e 6 16 42 2 1i 12 9 xr2 6 hlv 3t6"
   ],
   [
    "14.0 v140",
    "17h 0 gj u 2 1 7 7 m 0 j a oa 0 x 0 3k 0 20g 0 8 0 a 0 6o 0 j6 d 3i 0 1d 1 ho 0 jq 0 29b 0 1c 0 dw a mg0 2 1j5 1 f 1 2 0 2 4 p 2 gjy 0 am f 3k 0 1b 1 1gx a 2 e 2 6 2 1 2 a 2 e 2 6 2 1 ck 5 2 15 2 8 1iu p 6f 5 25 0 16f 0 3r 6 oa f 441 2q bjy 26 2 9 dnr 3 2 6 2 1 81 3 5we 19 3 m a 37 fa 1 2l2 u oi u 10y 6 2 3 2 1 2 e 2xr 2 7l 0 ax 0 2b 0 4v 1 19 3 b 3 9 2 i 2 7 7 9 6 xyg 1 386 3"
   ]
  ]
 ],
 [
  "bpt bidipairedbrackettype",
  [
   [
    "n none",
    ""
   ],
   [
    "c close",
    "15 0 1g 0 w 0 2wu 0 2 0 1gf 0 1wq 0 1k 0 g 0 hn 0 2 0 v 0 u7 0 2 0 2 0 2 0 2 0 2 0 2 0 29 0 x 0 2 0 2 0 2 0 2 0 b9 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 1t 0 2 0 y 0 ti 0 2 0 2 0 2 0 19 0 2 0 2 0 2 0 bx 0 2 0 2 0 2 0 2 0 4 0 2 0 2 0 2 0 14qn 0 2 0 2 0 4r 0 1g 0 w 0 3 0 3 0"
   ],
   [
    "o open",
    "14 0 1f 0 w 0 2wv 0 2 0 1gf 0 1wq 0 1k 0 g 0 hn 0 2 0 v 0 u7 0 2 0 2 0 2 0 2 0 2 0 2 0 29 0 x 0 2 0 2 0 2 0 2 0 b9 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 1t 0 2 0 y 0 ti 0 2 0 2 0 2 0 19 0 2 0 2 0 2 0 bx 0 2 0 2 0 2 0 2 0 4 0 2 0 2 0 2 0 14qn 0 2 0 2 0 4r 0 1f 0 w 0 4 0 3 0"
   ]
  ]
 ],
 [
  "ccc canonicalcombiningclass",
  [
   [
    "0 nr notreordered",
    ""
   ],
   [
    "1 ov overlay",
    "ms 4 524 0 e 6 ru 1 5 2 b 1 4 1 1a32 0 j3r 4 g4q 0 43t 2"
   ],
   [
    "6 hanr hanreading",
    "20og 1"
   ],
   [
    "7 nk nukta",
    "1to 0 3k 0 3k 0 3k 0 3k 0 74 0 3k 0 or 0 265 0 4y 0 29 0 ry4 0 kcn 0 55 0 2f 0 30 0 4z 0 2a 1 7e 0 3h 0 71 0 6v 0 ar 0 7d 0 sf 0 14aw 0"
   ],
   [
    "8 kv kanavoicing",
    "9ll 1"
   ],
   [
    "9 vr virama",
    "1u5 0 3k 0 3k 0 3k 0 3k 0 3k 0 3k 0 3k 0 32 1 h 0 3h 0 34 0 3k 0 5m 0 51 1 1cq 1 v 0 4e 0 i6 0 6c 0 2u 1 1z 1 3gs 0 o7b 0 12 0 48 0 3z 0 31 0 8m 0 6v 0 imq 0 16v 0 16 0 f 0 1m 0 3e 1 3w 0 39 0 51 0 2r 0 6t 0 3k 0 71 0 3k 0 3b 0 39 0 7i 0 78 1 4i 0 2c 0 j 0 2a 0 bq 0 79 1 2a 0"
   ],
   [
    "10 ccc10",
    "14g 0"
   ],
   [
    "11 ccc11",
    "14h 0"
   ],
   [
    "12 ccc12",
    "14i 0"
   ],
   [
    "13 ccc13",
    "14j 0"
   ],
   [
    "14 ccc14",
    "14k 0"
   ],
   [
    "15 ccc15",
    "14l 0"
   ],
   [
    "16 ccc16",
    "14m 0"
   ],
   [
    "17 ccc17",
    "14n 0"
   ],
   [
    "18 ccc18",
    "14o 0 f 0"
   ],
   [
    "19 ccc19",
    "14p 1"
   ],
   [
    "20 ccc20",
    "14r 0"
   ],
   [
    "21 ccc21",
    "14s 0"
   ],
   [
    "22 ccc22",
    "14t 0"
   ],
   [
    "23 ccc23",
    "14v 0"
   ],
   [
    "24 ccc24",
    "14x 0"
   ],
   [
    "25 ccc25",
    "14y 0"
   ],
   [
    "26 ccc26",
    "1dlq 0"
   ],
   [
    "27 ccc27",
    "18r 0 it 0"
   ],
   [
    "28 ccc28",
    "18s 0 it 0"
   ],
   [
    "29 ccc29",
    "18t 0 it 0"
   ],
   [
    "30 ccc30",
    "17c 0 1i 0"
   ],
   [
    "31 ccc31",
    "17d 0 1i 0"
   ],
   [
    "32 ccc32",
    "17e 0 1i 0"
   ],
   [
    "33 ccc33",
    "18x 0"
   ],
   [
    "34 ccc34",
    "18y 0"
   ],
   [
    "35 ccc35",
    "19s 0"
   ],
   [
    "36 ccc36",
    "1e9 0"
   ],
   [
    "84 ccc84",
    "2fp 0"
   ],
   [
    "91 ccc91",
    "2fq 0"
   ],
   [
    "103 ccc103",
    "2t4 1"
   ],
   [
    "107 ccc107",
    "2tk 3"
   ],
   [
    "118 ccc118",
    "2wo 1"
   ],
   [
    "122 ccc122",
    "2x4 3"
   ],
   [
    "129 ccc129",
    "31t 0"
   ],
   [
    "130 ccc130",
    "31u 0 8 3 3 0"
   ],
   [
    "132 ccc132",
    "31w 0"
   ],
   [
    "133 ccc133",
    ""
   ],
   [
    "200 atbl attachedbelowleft",
    ""
   ],
   [
    "202 atb attachedbelow",
    "m9 1 5 1 59k 0"
   ],
   [
    "214 ata attachedabove",
    "5vy 0"
   ],
   [
    "216 atar attachedaboveright",
    "m3 0 2e6 0 2gx8 1 8 4"
   ],
   [
    "218 bl belowleft",
    "5x6 0 3lc 0"
   ],
   [
    "220 b below",
    "ly 3 3 4 3 3 3 a 6 3 b 2 4 1 5 3 3 1 fr 0 5 0 5 0 7 5 3 0 r 0 40 1 6 0 3 0 3o 0 7 0 3 0 1w 0 3 0 3 2 2 1 2 0 4 0 2 0 2 0 2 0 4q 0 b 0 2k 2 1q 2 1g 4 g 0 3 0 3 0 4 2 7 0 3 1 2g 0 152 1 s 0 2 0 3z 0 5j 0 1pq 0 65 0 2v 0 1i 5 3 0 2 1 3 1 6 0 4i 0 a1 4 3 3 e 0 5x 0 8 0 5 0 16 0 4 0 2 0 kp 0 4 3 qws 2 av 0 ghf 6 r4 0 6b 0 1f1 0 19 0 4s 0 v4 1 4 0 2 3 1f 0 2 0 12ba 7 8 1 4lh 6"
   ],
   [
    "222 br belowright",
    "13u 0 j 0 3v0 0 4j8 0"
   ],
   [
    "224 l left",
    "9im 1"
   ],
   [
    "226 r right",
    "2jxp 0"
   ],
   [
    "228 al aboveleft",
    "14e 0 3qz 0 11q 1 3lf 0"
   ],
   [
    "230 a above",
    "lc k 15 7 2 0 4 2 4 2 5 0 4 0 8 c 7o 4 7f 3 2 2 3 5 7 1 2 1 3 0 l 0 24 7 1o 1 3 4 2 1 3c 6 3 3 2 0 3 1 3 1 1w 0 2 1 2 1 4 0 3 0 2 2 2 0 2 0 2 0 2 1 4h 6 2 0 z 3 2 8 2 2 2 4 2z 0 4 3 17 4 6 d 3 1 2 1 2 2 7 2 2 1 3 4 2a 0 2 1 4q 0 138 1 3 1 ra 2 vy 0 9p 0 65 0 2m 7 1g 4 7 1 5 1 3 4 2 3 4d 0 2 6 9p 2 8 1 5 0 k 0 4 1 5j 1 2 6 2 1 5 10 6 0 3 0 k2 1 3 3 4 1 5 0 6 0 2 0 7 0 2db 2 6n v nsg 0 5 9 x 1 29 1 dr h cf 0 2 1 4 1 6 1 2 0 ggv 6 8 1 11j 4 1at 0 15 0 4t 0 fz 3 as 1 4c 2 2 0 1i 0 2 0 ak 2 h0 6 4 4 6i 0 h5e 6 k7j 4 x 3 45 2 2po 6 2 g 3 6 2 1 2 4 7a 6 ag 0 1q 3 191 5"
   ],
   [
    "232 ar aboveright",
    "lx 0 5 0 1q 0 59a 0 3li 0"
   ],
   [
    "233 db doublebelow",
    "nw 0 3 0 3 0 596 0"
   ],
   [
    "234 da doubleabove",
    "nx 1 2 1 57w 0"
   ],
   [
    "240 is iotasubscript",
    "n9 0"
   ]
  ]
 ],
 [
  "dt decompositiontype",
  [
   [
    "none",
    ""
   ],
   [
    "can canonical",
    "5c 5 2 8 2 5 3 4 3 5 2 8 2 5 3 4 2 g 3 j 3 8 4 3 2 5 5 5 4 5 3 h 3 m y 1 e 1 t f 2 5 3 a 4 1 3 z 3 1 7 d 7h 1 2 1 1c 0 a 0 7 5 2 0 2 2 q 6 q 4 5 1 18 1 2 0 4 0 5 2 b 0 w 0 n 1 2 0 4 0 5 2 o 1 22 1 e 3 3 1 3 5 3 5 3 b 3 1 89 4 4a 0 2 0 h 0 gm 0 8 0 3 0 10 7 30 1 g 1 2 0 2c 0 3 0 z 2 3 0 6i 0 3 1 g 1 1j 0 1i 2 3g 0 3c 0 7 1 2 1 3j 2 3y 0 2 2 9x 0 a 0 5 0 5 0 5 0 d 0 a 0 2 1 2 0 9 0 i 0 a 0 5 0 5 0 5 0 d 0 31 0 25c 0 2 0 2 0 2 0 2 0 4 0 15 0 2 0 3 1 2 0 jh 49 2 0 5 2h 7 l 3 5 3 11 3 5 3 7 2 0 2 0 2 0 2 u 3 1g 2 6 2 0 3 3 2 d 3 5 2 i 3 2 2 7 3 1 85 0 4 1 33 1 j 0 v 2 1h 0 5 0 3 0 o 0 2 0 r 0 3 0 3 0 2 0 n 0 2 0 b 4 3 1 3 1 7 1 3 1 3 1 z 3 1d 3 7 3 1o 1 1iq 0 12o 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 3 0 2 0 2 0 7 1 2 1 2 1 2 1 2 1 n 0 a 0 e 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 3 0 2 0 2 0 7 1 2 1 2 1 2 1 2 1 n 0 3 3 4 0 oaq 8mb 6l9 7h 3 0 2 0 3 9 2 0 2 0 3 1 4 1v 3 2x 1w 0 2 0 b c 2 4 2 0 2 1 2 1 2 8 47g 0 2 0 f 0 3n 1 f0 1 a7 1 2 0 70 1 ot 0 10di 6 2f 5 1m4g f1"
   ],
   [
    "com compat",
    "4o 0 7 0 5 1 3 0 3e 1 c 1 9 0 1i 0 1x 8 11 2 6d 5 4d 0 a 0 24 2 3 1 q 2 2 1 4 0 b2 0 6m 3 1iz 0 3k 0 15 1 4a 0 2 0 2zl 0 83 0 2 1 1q 0 4 4 2 2 d 0 d 2 d 1 2 1 5 0 2 0 9 2 e 0 8 0 21 0 2g 1 2 0 2 2 2 0 d 0 b 0 k 3 3 0 11 v 4t 1 2 1 g4 1t 11z 0 2w 2 tl 0 2c 0 d 5x 2p 0 2 2 2p 1 45 2l 36 u 2 z 3h b 3x o 34 u 13b6 6 d 4 1k 0 l6 6 1bxt a 6 q 7q 8"
   ],
   [
    "enc circle",
    "76o j 1v 1g 2my 3 a 19 2 1r h 1a 2g4t 3 82 1"
   ],
   [
    "fin final",
    "1dn5 0 2 0 4 0 4 0 4 0 4 0 4 0 4 0 4 0 4 0 4 0 4 0 4 0 4 0 2 0 2 0 2 0 2 0 2 0 2 0 4 0 4 0 4 0 4 0 2 0 4 0 2 0 4 0 4 0 2 0 z 0 4 0 2 0 2 0 3 0 2 0 2 0 2 0 6 0 2 0 2 0 2 0 2 0 2 0 2 0 3 0 3 0 2v 1e 3f r g 0 l 0 7 0 2 1 3 1 3 0 2 0 2 1 2 1 2 0 2 1 2 0 3 2 2 4 2 4 2 1 2 0 4 0 b 1 2 3 2 l 3 1 2 0 2 7 4 1 57 0 2 0 2 0 2 0 2 0 4 0 2 0 4 0 2 0 4 0 4 0 4 0 4 0 4 0 2 0 2 0 2 0 2 0 4 0 4 0 4 0 4 0 4 0 4 0 4 0 4 0 4 0 4 0 4 0 4 0 4 0 4 0 4 0 2 0 2 0 4 0 2 0 2 0 2 0"
   ],
   [
    "font",
    "6iq 0 8 9 2 0 4 4 7 0 4 0 4 1 2 2 2 1 5 0 3 4 5 4 1713 9 16tz 2c 2 1y 2 1 3 0 3 1 3 3 2 b 2 0 2 6 2 1s 2 3 3 7 2 6 2 r 2 3 2 4 2 0 4 6 2 9f 3 83 3 1d 4ch 3 2 q 2 1 2 0 3 0 2 9 2 3 2 0 2 0 7 0 5 0 2 0 2 0 2 2 2 1 2 0 3 0 2 0 2 0 2 0 2 0 2 1 2 0 3 3 2 6 2 3 2 3 2 0 2 9 2 g 6 2 2 4 2 g 2lx 9"
   ],
   [
    "fra fraction",
    "58 2 6fm f 16 0"
   ],
   [
    "init initial",
    "1dn8 0 4 0 4 0 4 0 4 0 4 0 4 0 4 0 4 0 4 0 4 0 4 0 g 0 4 0 4 0 4 0 6 0 6 0 4 0 15 0 h 0 2 0 g 0 3 0 3 0 49 1z 27 6 t 0 2 5 2 0 3 1 3 1 2 0 2 0 3 0 3 0 2 0 3 0 2 1 4 0 6 0 6 0 3 0 2 2 2 3 3 3 3 0 5 0 n 1 3 0 2 0 9 2 5i 0 6 0 6 0 4 0 4 0 4 0 4 0 c 0 4 0 4 0 4 0 4 0 4 0 4 0 4 0 4 0 4 0 4 0 4 0 4 0 4 0 4 0 8 0"
   ],
   [
    "iso isolated",
    "1dn4 0 2 0 4 0 4 0 4 0 4 0 4 0 4 0 4 0 4 0 4 0 4 0 4 0 4 0 2 0 2 0 2 0 2 0 2 0 2 0 4 0 4 0 4 0 4 0 2 0 4 0 2 0 4 0 4 0 2 0 z 0 4 0 2 0 2 0 2 1 2 0 2 0 2 0 6 0 2 0 2 0 2 0 2 0 2 0 2 0 3 0 3 0 4 2r 42 r 19 0 4z c 38 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 1 2 0 2 0 2 0 2 0 4 0 2 0 4 0 2 0 4 0 4 0 4 0 4 0 4 0 2 0 2 0 2 0 2 0 4 0 4 0 4 0 4 0 4 0 4 0 4 0 4 0 4 0 4 0 4 0 4 0 4 0 4 0 4 0 2 0 2 0 4 0 2 0 2 0 2 0"
   ],
   [
    "med medial",
    "1dn9 0 4 0 4 0 4 0 4 0 4 0 4 0 4 0 4 0 4 0 4 0 4 0 g 0 4 0 4 0 4 0 6 0 6 0 4 0 15 0 h 0 2 0 m 0 68 l 1s 7 8m 0 6 0 2 0 2 0 2 0 2 0 d 0 6 0 6 0 4 0 4 0 4 0 4 0 c 0 4 0 4 0 4 0 4 0 4 0 4 0 4 0 4 0 4 0 4 0 4 0 4 0 4 0 4 0 8 0"
   ],
   [
    "nar narrow",
    "1eg1 2l 4 5 3 5 3 5 3 2 c 6"
   ],
   [
    "nb nobreak",
    "4g 0 2uk 0 3cr 0 a 0 u 0"
   ],
   [
    "sml small",
    "1e8g 2 2 i 2 3"
   ],
   [
    "sqr square",
    "9xs 0 3g 3 1c 2g q 32 w 0 2fxt v 1t 0 34 2 e 17"
   ],
   [
    "sub",
    "5sy 8 ly e 2 c 2cg 0"
   ],
   [
    "sup super",
    "4q 0 8 1 6 1 dy 8 14 4 2s8 0 2eo 2 2 a 2 h 2 i n 0 z 10 j5 1 3 b 4h 0 2 0 28r 0 6q 0 tf d n3x 1 5v 0 3m 2 4 1 o3 3 a 0 i6w 4 2 15 2 8 1a5s 2"
   ],
   [
    "vert vertical",
    "9lr 0 2o 0 14i9 9 n k 3 1"
   ],
   [
    "wide",
    "9hc 0 14w1 2n 3k 6"
   ]
  ]
 ],
 [
  "ea eastasianwidth",
  [
   [
    "n neutral",
    ""
   ],
   [
    "a ambiguous",
    "4h 0 3 0 3 1 2 0 3 1 2 4 2 4 2 3 7 0 a 0 7 1 6 3 5 0 2 2 2 1 3 0 2 1 4 3 2 0 2 0 3 0 g 0 2 0 8 0 b 1 4 0 6 2 5 0 7 3 2 0 4 3 2 0 5 1 j 1 4 0 2r 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 39 0 g 0 2r 0 3 0 2 2 2 0 3 0 8 3 2 0 2 0 x 33 y g 2 6 8 g 2 6 1k 0 f 1r 2 0 5hb 0 3 3 2 1 3 1 3 2 2 3 9 0 2 1 2 0 6 0 3 0 1i 0 b 0 2 3 14 0 2f 0 2 0 4 0 a 0 3 0 b 1 4 0 5 0 14 1 7 3 2 b 5 9 g 0 7 9 v 1 p 0 2 0 j 0 p 0 2 1 4 1 3 0 4 0 2 0 4 0 5 0 3 3 3 0 2 0 2 5 2 0 6 3 5 1 b 0 4 0 6 0 e 1 3 3 3 1 3 1 j 1 3 1 e 0 4 0 c 0 q 0 2b 0 9a 3t 2 2o 5 z d f 3 3 b 1 2 6 9 1 3 1 5 1 3 1 5 2 3 0 3 3 h 3 a 0 m 1 3 0 5 1 d 0 2 0 y 0 2 0 u 1 2 2 2 3 2 1 2 0 1b 1 w 0 7 7 2 4 2 c 2 0 5 1 2 6 3 0 2 3 2 1 2 1 1q 0 1l 9 rb 3 1db 7 yb5 4xr zl f dq 0 1blv a 6 t 3 1l 7 t 2 1 b h gxuc 6n 1e6p 1ekd 3 1ekd"
   ],
   [
    "f fullwidth",
    "9hc 0 14w1 2n 3k 6"
   ],
   [
    "h halfwidth",
    "6g9 0 17zs 2l 4 5 3 5 3 5 3 2 c 6"
   ],
   [
    "na narrow",
    "w 2m 10 1 2 1 6 0 3 0 7qv 7 bc 1"
   ],
   [
    "w wide",
    "3cw 2n 3i3 1 e 1 5b 3 4 0 3 0 ei 1 m 1 1f b 18 0 k 0 e 0 9 1 i 1 6 1 9 0 6 0 m 0 8 1 2 0 5 0 3 0 8 0 5 1 t 0 10 0 2 0 5 2 2 0 1q 2 p 0 f 0 nw 1 1g 0 5 0 mj p 2 2g d 5x r b 6 1p 3 2d 3 2u 6 16 2 2l 2 2b d 1a 2 13 9 5f3 1t h3g 4 1i wq s hw 8mb 6l9 e7 lt 9 n y 2 i 2 3 met 4 c 1 f 4qf 9 yd 17 8 6w8 3 2 6 2 1 2 82 1a 2 i 3 9 az c21 0 5n 0 5b 0 3 9 2u 2 e 17 5 8 8 1 f 5 4b w d 8 2 1x 2 l d 16 5 4 d g 4 0 4 1y 2 0 2 56 3 1q e 3 2 n j 0 r 1 e 0 2f 2c 1d 1x 7 0 4 2 3 2 6 2 c 1 8 8 6c b 5 0 7w 1a 2 9 2 54 35 4 4 4 4 6 a s 4 a 6 5 b 9 7 7 9 6 zu 1ekd 3 1ekd"
   ]
  ]
 ],
 [
  "inpc indicpositionalcategory",
  [
   [
    "na",
    ""
   ],
   [
    "bottom",
    "1to 0 5 3 9 0 5 0 4 1 b 1 2h 0 5 3 9 0 l 1 2h 0 5 1 b 0 4 0 10 0 1z 0 5 3 9 0 l 1 2h 0 5 3 9 0 l 1 61 0 q 0 c 1 2h 0 12 1 2o 1 u 1 35 0 2 0 2q 2 3i 2 2 0 2k 1 s 0 2 0 1m 0 3 1 f 0 9 a 2 z a 0 2x 1 7 0 6 1 q 1 5 2 y 0 b 0 1ae 1 v 0 w 0 w 0 20 2 9x 0 g 0 7 0 2 0 65 0 1q 0 5 3 b 1 2 0 j 0 55 2 1e 0 1i 1 2 0 7 1 3j 0 b 0 4e 4 3 3 e 0 ri0 0 7 0 48 0 2v 2 q 2 2 3 2y 1 4 0 34 0 5 0 3 1 3i 0 1k 0 70 0 5 0 il1 1 9 2 17 1 16q 5 36 1 5 1 8 0 2w 1 6 1 1t 0 1v 5 e 1 2 0 2r 0 50 1 5 1 29 1 70 5 5 0 4 0 31 5 a 1 6n 3 a 1 s 1 2e 5 7 0 35 1 6 0 2u 0 7 1 3 0 7b 3 7 1 7d 0 41 3 9 0 y 1 7 0 15 1 7 3 k 1 6 2 1b b bh 4 9 0 2b l 3 6 2 0 3o 0 c 0 2 0 3 0 bx 0"
   ],
   [
    "bottomandleft",
    "xj3 0"
   ],
   [
    "bottomandright",
    "5dn 0 s5f 0 2 0 m0y 0"
   ],
   [
    "left",
    "1tr 0 f 0 35 0 8 1 3b 0 3k 0 3s 0 3j 2 am 2 41 0 2 0 9w 0 6q 0 2b 0 1fh 2 gm 0 1o 0 p 4 5o 1 2v 0 3l 1 c 1 ryd 1 38 1 4 0 53 0 3 0 k3n 0 3f 0 3s 0 q 0 7n 0 2u 1 6m 0 3f 0 8 0 6v 0 8 0 6u 0 3c 0 7b 0 7c 0 2 0 4b 0 i 0 jx 0 g4 0"
   ],
   [
    "leftandright",
    "1xn 1 an 0 3j 2 am 2 40 0 2 0 1ya 0 4 1 or 1 1czu 1 a8 0 2 0 70 0 ou 0"
   ],
   [
    "overstruck",
    "5p0 0 e 6 1au1 0 5 0"
   ],
   [
    "right",
    "1s3 0 1k 0 3 0 2 0 9 3 3 0 1f 1 1n 0 2 0 n 0 18 0 1n 0 2 0 1v 0 1n 0 2 0 b 1 1i 1 1n 0 2 0 3i 1 2 1 l 0 16 2 1q 3 1q 1 1n 0 3 3 h 1 18 1 1n 4 l 0 17 1 24 2 7 0 7 0 j 1 1p 0 2 1 i 0 2z 0 2 1 3v 0 1t 0 4s 1 c 0 3 0 r 1 b 2 3 6 m 0 4 5 3 0 b 2 1a1 0 v 0 3m 0 h 1 9n 1 5 2 5 1 2 5 3c 4 4 1 2 5 8 1 29 0 1p 0 a 0 2 1 9 0 47 0 1d 0 f 0 1q 0 v 0 6 0 3 0 1p 0 3 2 2 0 4 1 1d 2 4 1 52 0 m 0 rho 1 3 0 2h 1 1f f 3z 1 1c 0 1d 1 3i 0 q 0 1a 0 2 0 1g 0 9 0 3 0 1e 0 6 0 6m 1 2 1 2 1 2 0 jro 0 2 0 3k 0 1a 0 2 0 5 1 3x 1 1o 0 1d 0 2 0 b 0 30 2 7 0 4r 0 2 0 w 1 1n 1 2 3 9 0 a 0 b 1 5u 0 2 0 9 1 4 0 2z 0 2 0 b 0 4 0 6m 0 2 0 d 0 36 2 9 1 2 0 32 0 3 0 7 0 2y 1 7f 0 2 0 a 0 6w 4 9 0 3 0 41 0 2 0 9 3 2i 0 u 1 1r 0 bc 0 f 0 2z 0 b 0 42 0 1w 4 5 1 2 0 9s 0"
   ],
   [
    "top",
    "1s0 2 1k 0 b 3 9 0 2 2 18 0 3h 0 3 1 1x 1 3 1 10 1 g 1 1v 0 2 1 1e 5 2 0 1q 0 m 1 18 0 1q 0 d 0 1f 0 4 0 1m 2 6 1 3 3 8 0 18 0 1q 0 7 0 6 1 1f 1 1m 1 h 1 1f 0 21 0 8 1 2m 0 3 3 g 7 2r 0 3 3 4 0 d 5 30 0 1l 0 8 4 2 0 2 1 3 1 4m 1 4 4 4 0 1j 3 h 1 n 0 19x 0 w 0 w 0 w 0 1x 3 c 0 3 8 2 0 a 0 8z 1 6 1 i 0 65 0 4 0 1p 2 8 0 3 3 3 0 8 9 3o 3 1d 0 2 1 b 0 15 0 2 6 d 1 z 0 4 1 1p 0 2 1 4 0 2 2 1o 6 3 0 4a 2 8 1 5 0 k 0 7b 0 l1 0 qoi 0 4 0 5 0 r 0 4f 0 r h e 0 23 0 5 2 1b 2 1d 0 3 1 5 0 15 0 1w 3 2 0 3 0 i 0 9 0 1c 0 1g 0 2 1 4 1 6 1 2 0 18 0 6w 0 ilc 0 a 0 15 0 155 0 1j 3 7 4 16 0 3 1 c 1 1g 1 22 2 11 2 4 0 3 0 4 0 24 1 1n 2 4 1 8 0 4 0 2p 1 3 0 2 1 7 0 4h 0 6 3 o 1 1r 0 12 6 4 4 5m 1 4 1 q 0 2k 0 5 1 70 1 3g 1 3 0 3 0 2z 0 2 0 5 3 2y 0 3 1 4 0 2 2 7c 4 78 1 3 0 2 0 49 1 12 0 3 5 18 3 2 0 n 0 3 2 1a 5 d 0 2 0 bc 1 7 5 3a 0 2 1 3f 4 5 0 2 1 2 2 2 0 25 1 4 0 9q 0"
   ],
   [
    "topandbottom",
    "2fc 0 mj 0 3 3 8 0 2bf 0 1cky 1"
   ],
   [
    "topandbottomandleft",
    "37g 0 1fxe 0"
   ],
   [
    "topandbottomandright",
    "5dp 0"
   ],
   [
    "topandleft",
    "288 0 ia 0 1yc 0 vf 0 1d3m 0 72 0"
   ],
   [
    "topandleftandright",
    "28c 0 i9 0 1ya 0 1e64 0"
   ],
   [
    "topandright",
    "24p 0 3y 0 a1 0 7 1 2 1 2fu 1 f1 0 1cos 0 37 1"
   ],
   [
    "visualorderleft",
    "2tc 4 3g 4 25t 2 3 0 smz 1 3 0 2 1"
   ]
  ]
 ],
 [
  "insc indicsyllabiccategory",
  [
   [
    "other",
    ""
   ],
   [
    "avagraha",
    "1tp 0 3k 0 74 0 3k 0 74 0 3k 0 3k 0 g8 0 1nb 0 ri 0 1clj 0 ak 0 7e 0 3h 0 10d 0 58 0 bn 0"
   ],
   [
    "bindu",
    "1s0 2 3j 1 3e 0 5 1 32 0 h 1 3j 1 3k 0 3i 2 2 0 3g 2 3i 2 2 0 3h 1 5n 0 3k 0 4x 0 4 1 4z 0 1hs 0 a4 0 8y 0 3w 2 3i 0 50 1 rme 0 2w 0 d 0 1x 0 19 1 3x 1 j2l 0 16a 1 3j 1 3j 1 3j 1 26 0 2t 0 4r 0 x 2 2k 1 6c 1 r 0 2o 1 70 1 3k 0 32 0 b0 0 78 1 4i 0 2f 3 2m 0 bq 1 3c 1 3u 0 2d 0"
   ],
   [
    "brahmijoiningnumber",
    "1hsi j"
   ],
   [
    "cantillationmark",
    "1u9 1 73 0 4p 2 3is 2 2 d j 0 3 2 s7 0 quo h kst 0 88 6 4 4"
   ],
   [
    "consonant",
    "1sl 10 v 7 p 7 m j 2 6 2 0 4 3 z 1 2 0 h 1 10 j 2 6 2 1 2 1 2 1 w 3 2 0 1j j 2 6 2 1 2 4 1s 0 s j 2 6 2 1 2 4 z 1 2 0 i 0 10 0 4 1 2 0 2 1 4 1 4 2 4 b 2k j 2 f v 2 1n j 2 9 2 4 11 0 1j 11 2o n 2 8 2 0 3 6 1n 19 2b 1 2 0 2 4 2 n 2 0 2 7 1a 3 2p 7 2 z 44 w v 0 h 1 9 3 4 0 4 1 8 2 5 c d 0 19x e e 0 4 e i e i 9 2 2 g y 9r t 1e i u 17 2d m a 18 7 1 5b w i 7 1q m e 1 c 2 3 z t z 16 2 rlk 3 2 m u t 5 3 4 7 2 0 w x 2f n f m 1v 2 4 z 1a 4 3 8 b 4 8 y 1k f 2 2 7 0 4 1d 1f 8 5y d 3 0 2 8 ili 0 g 3 2 2 2 s 15q 10 1q 0 o y 2g v u 0 3 0 e t v x 2e 9 2 o 2h 2 2 0 2 3 2 e 2 9 i 10 1j j 2 6 2 1 2 4 5x 12 2j w 67 w 2o x 2j w e 0 20 q 12 6 5g x 69 7 2 1 2 n 3j y 1n 13 16 13 az w 1w t 3h 10 1o t 9j h"
   ],
   [
    "consonantdead",
    "1xq 0 i7 0 3k 0 3b 2 10 5 31v 1"
   ],
   [
    "consonantfinal",
    "4z4 1 2 6 3s 6 41 1 4q 0 3i 0 1p 1 1d 1 1o 6 rvg 3 1c 0 5a d b2 7 luw b"
   ],
   [
    "consonantheadletter",
    "32g 4"
   ],
   [
    "consonantinitialpostfixed",
    "57e 0"
   ],
   [
    "consonantkiller",
    "2to 0 1vl 0"
   ],
   [
    "consonantmedial",
    "22d 0 uf 1 am 3 w 2 y 0 1xv 1 s4e 0 7d 2 38 3 lif 2 f5 0 2 0 6x 3 ll 0"
   ],
   [
    "consonantplaceholder",
    "19 0 37 0 1j 0 1pl 0 6q 1 15k 0 3 0 1pu 0 sa 0 ly 4 14o 0 q7c 2 m2x 0 6 0 x9 0"
   ],
   [
    "consonantprecedingrepha",
    "2mm 0 1gxf 0 sl 0"
   ],
   [
    "consonantprefixed",
    "1i2q 1 1h8 0 6z 0 22 5"
   ],
   [
    "consonantsubjoined",
    "32l a 2 z 1v1 2 8c 0 4 3 8z 2 9 1 3b 1 rpe 1 9 0 mxt l 2 6"
   ],
   [
    "consonantsucceedingrepha",
    "4p8 0"
   ],
   [
    "consonantwithstacker",
    "2k1 1 35v 1 1c0d 1 v0 1"
   ],
   [
    "geminationmark",
    "229 0 1g3q 0 1nl 0"
   ],
   [
    "invisiblestacker",
    "37d 0 1i1 0 i6 0 97 0 saz 0 itl 0 1dg 0 1l7 0 7d 0 2a 0 j0 0 2a 0"
   ],
   [
    "joiner",
    "6bx 0"
   ],
   [
    "modifyingletter",
    "29v 0"
   ],
   [
    "nonjoiner",
    "6bw 0"
   ],
   [
    "nukta",
    "1to 0 3k 0 3k 0 3k 0 1t 2 1p 0 74 0 3k 0 hp 0 2d7 0 4y 0 29 0 ry4 0 j2d 2 1a8 0 55 0 2f 0 30 0 4z 0 2a 1 7e 0 3h 0 71 0 6v 0 ar 0 7d 0 sf 0"
   ],
   [
    "number",
    "1c 9 1t9 9 3b 9 3b 9 3b 9 3b 9 3b 9 3b 9 3b 9 3b 9 3b 9 2p 9 3b 9 1z j 7h 9 1z 9 1fr 9 9p 9 3l a 4m 9 7 9 53 9 2f 9 3r 9 rrb 9 13 9 5j 9 n 9 2f 9 bb 9 imf 8 17i 9 5j 9 41 9 8 j 70 9 9j 9 3b 9 af 9 2v 9 2v b et 9 l3 s 6c 9 1z 9"
   ],
   [
    "numberjoiner",
    "1htr 0"
   ],
   [
    "purekiller",
    "2m3 1 72 0 k 0 30 0 5m 0 52 0 1cq 1 v 0 4d 0 ix 0 8g 0 20 1 rp5 0 87 0 ii 0 jur 0 5g 0 c6 0 u9 0 eq 0 6v 0 ls 0"
   ],
   [
    "registershifter",
    "4p5 1"
   ],
   [
    "syllablemodifier",
    "4y 1 1u3 0 113 0 2 0 3z 0 1l1 0 3 2 3 0 a 0 9q 0 8w 1 3 0 c7 0 cl 0 hl 0 e 2 1bnp 0 id 0 15h 0"
   ],
   [
    "toneletter",
    "50w 4 sp8 0 2 0"
   ],
   [
    "tonemark",
    "2tk 3 3h 3 a4 0 18 1 5 4 q 6 2 0 b 1 1t9 1 4s 4 s6q 2 9a 2 1u 0 2 0 8b 0"
   ],
   [
    "virama",
    "1u5 0 3k 0 3k 0 3k 0 3k 0 3k 0 3k 0 3k 0 3k 0 3h 0 2nu 0 rsy 0 5a 0 70 0 k92 0 37 0 7b 0 39 0 7s 0 6t 0 3k 0 71 0 3k 0 3b 0 ar 0 br 0 gv 0"
   ],
   [
    "visarga",
    "1s3 0 3k 0 3k 0 3k 0 3k 0 74 0 3k 0 3k 0 3k 0 e4 0 55 0 1hr 0 n1 0 3i 0 run 0 76 0 aa 0 isa 0 16b 0 3k 0 3k 0 3k 0 ap 0 8y 0 3g 0 71 0 3k 0 32 0 b0 0 br 0 2i 0 2m 0 br 0 77 0 2d 0"
   ],
   [
    "vowel",
    "50j a s8h 3 5 0 58 8 kkm 4"
   ],
   [
    "voweldependent",
    "1tm 1 3 e 2 1 6 2 b 1 2j 6 3 1 3 1 b 0 b 1 2j 4 5 1 3 1 36 7 2 2 2 1 m 1 2j 6 3 1 3 1 9 2 b 1 2j 4 4 2 2 2 b 0 2v 6 2 2 2 2 9 1 c 1 2j 6 2 2 2 2 9 1 c 1 2j 6 2 2 2 2 b 0 b 1 30 5 2 0 2 7 j 1 1p 9 7 5 2 0 2x 9 2 0 5 4 4t c 3 1 4q a x 3 9 0 5 1 9 3 f 3 m 1 19x 1 v 1 v 1 v 1 1v f 3 0 9k 8 i 0 3a g 2f 4 1y i 5e e 2p 5 1q 8 1j 6 rme 0 x 4 3y e 1o 0 20 7 2u 8 15 0 1w 9 3i e 19 4 6s 7 il3 2 2 1 6 1 17v d 1a 1 1o 8 a 0 2t b j 1 31 c c 1 2 0 2m 7 4t 8 2e 6 3 1 3 1 b 0 b 1 5u c 33 e 6p 6 3 3 x 1 2b c 4 0 31 8 2z a 76 a 6y 5 2 1 49 6 3 3 7 0 t 9 1z a d0 7 2 3 39 4 3h 5 4 0 2 1 2 0 4 0 1z 4 2 1 2 1 9r 3"
   ],
   [
    "vowelindependent",
    "1s4 g 24 1 h 5 e 7 3 1 3 1 24 1 10 5 5 1 3 1 35 8 2 2 2 1 24 1 10 7 3 1 3 1 24 1 10 5 4 2 2 2 35 7 2 2 2 2 24 1 10 7 2 2 2 2 24 1 10 7 2 2 2 2 23 2 10 h i3 9 14 3 1bf 2 u 2 u 2 u 2 1t g ii 5 4z d 35 6 2j 1 rob 1 2 2 3h f 31 0 3q 4 4 2 36 5 63 1 6l 1 2 0 jsk d 2n 1 h 9 3b 3 3h d 34 7 3d 3 19 9 24 7 3 1 3 1 24 1 4f d 38 d 6q d 23 3 11 d 37 9 af 9 6v 6 3 0 47 7 3 3 2b 0 28 0 c0 8 2 3 6r 6 2 1 2 0 2d 5 2 1 2 1"
   ]
  ]
 ],
 [
  "jg joininggroup",
  [
   [
    "nojoininggroup",
    ""
   ],
   [
    "africanfeh",
    "1q3 0"
   ],
   [
    "africannoon",
    "1q5 0"
   ],
   [
    "africanqaf",
    "1q4 0 8 0"
   ],
   [
    "ain",
    "189 1 2u 0 2k 0 2p 2 9g 0 g 0"
   ],
   [
    "alaph",
    "1e8 0"
   ],
   [
    "alef",
    "17m 1 2 0 2 0 22 2 2 0 72 1 70 i"
   ],
   [
    "beh",
    "17s 0 2 1 1v 0 b 7 5s 6 96 1 l 2 6 2"
   ],
   [
    "beth",
    "1ea 0 r 0"
   ],
   [
    "burushaskiyehbarree",
    "1h6 1"
   ],
   [
    "dal",
    "17z 1 2g 8 2m 0 2z 1 9g 0"
   ],
   [
    "dalathrish",
    "1ed 1 k 0 5 0"
   ],
   [
    "e",
    "1et 0"
   ],
   [
    "farsiyeh",
    "18d 2 3x 0 2 0 4n 1"
   ],
   [
    "fe",
    "1fz 0"
   ],
   [
    "feh",
    "18h 0 2o 5 56 1 8z 0"
   ],
   [
    "finalsemkath",
    "1es 0"
   ],
   [
    "gaf",
    "18b 1 31 0 2 0 4 5 4u 2 89 0 z 0 i 0 6 0"
   ],
   [
    "gamal",
    "1eb 1 q 0"
   ],
   [
    "hah",
    "17w 2 2b 6 1k 0 48 1 m 1 3 0 a 0 7i 0 o 0 v 0 4 1"
   ],
   [
    "hanifirohingyakinnaya",
    "1h5l 0 5 0 2 0 3 0"
   ],
   [
    "hanifirohingyapa",
    "1h4y 0 7 0 j 0"
   ],
   [
    "he",
    "1ef 0"
   ],
   [
    "heh",
    "18n 0"
   ],
   [
    "hehgoal",
    "1c1 1"
   ],
   [
    "heth",
    "1ei 0"
   ],
   [
    "kaf",
    "18j 0 2x 2 5t 0 8l 0"
   ],
   [
    "kaph",
    "1en 0"
   ],
   [
    "khaph",
    "1fy 0"
   ],
   [
    "knottedheh",
    "1by 0 1t 0"
   ],
   [
    "lam",
    "18k 0 35 3 4y 0 8s 0 x 0"
   ],
   [
    "lamadh",
    "1eo 0"
   ],
   [
    "malayalambha",
    "1nq 0"
   ],
   [
    "malayalamja",
    "1nl 0"
   ],
   [
    "malayalamlla",
    "1ns 0"
   ],
   [
    "malayalamllla",
    "1nt 0"
   ],
   [
    "malayalamnga",
    "1nk 0"
   ],
   [
    "malayalamnna",
    "1no 0"
   ],
   [
    "malayalamnnna",
    "1np 0"
   ],
   [
    "malayalamnya",
    "1nm 0"
   ],
   [
    "malayalamra",
    "1nr 0"
   ],
   [
    "malayalamssa",
    "1nu 0"
   ],
   [
    "malayalamtta",
    "1nn 0"
   ],
   [
    "manichaeanaleph",
    "1gow 0"
   ],
   [
    "manichaeanayin",
    "1gpl 1"
   ],
   [
    "manichaeanbeth",
    "1gox 1"
   ],
   [
    "manichaeandaleth",
    "1gp1 0"
   ],
   [
    "manichaeandhamedh",
    "1gpg 0"
   ],
   [
    "manichaeanfive",
    "1gq4 0"
   ],
   [
    "manichaeangimel",
    "1goz 1"
   ],
   [
    "manichaeanheth",
    "1gp9 0"
   ],
   [
    "manichaeanhundred",
    "1gq7 0"
   ],
   [
    "manichaeankaph",
    "1gpc 2"
   ],
   [
    "manichaeanlamedh",
    "1gpf 0"
   ],
   [
    "manichaeanmem",
    "1gpi 0"
   ],
   [
    "manichaeannun",
    "1gpj 0"
   ],
   [
    "manichaeanone",
    "1gq3 0"
   ],
   [
    "manichaeanpe",
    "1gpn 1"
   ],
   [
    "manichaeanqoph",
    "1gpq 2"
   ],
   [
    "manichaeanresh",
    "1gpt 0"
   ],
   [
    "manichaeansadhe",
    "1gpp 0"
   ],
   [
    "manichaeansamekh",
    "1gpk 0"
   ],
   [
    "manichaeantaw",
    "1gpw 0"
   ],
   [
    "manichaeanten",
    "1gq5 0"
   ],
   [
    "manichaeanteth",
    "1gpa 0"
   ],
   [
    "manichaeanthamedh",
    "1gph 0"
   ],
   [
    "manichaeantwenty",
    "1gq6 0"
   ],
   [
    "manichaeanwaw",
    "1gp3 0"
   ],
   [
    "manichaeanyodh",
    "1gpb 0"
   ],
   [
    "manichaeanzayin",
    "1gp5 1"
   ],
   [
    "meem",
    "18l 0 80 1 8x 0"
   ],
   [
    "mim",
    "1ep 0"
   ],
   [
    "noon",
    "18m 0 37 3 4r 2 80 0"
   ],
   [
    "nun",
    "1eq 0"
   ],
   [
    "nya",
    "1bx 0"
   ],
   [
    "pe",
    "1eu 0"
   ],
   [
    "qaf",
    "18i 0 19 0 1k 1 e5 0 g 0"
   ],
   [
    "qaph",
    "1ex 0"
   ],
   [
    "reh",
    "181 1 2n 8 2e 0 30 0 g 1 5 0 8p 0 8 0 7 0"
   ],
   [
    "reversedpe",
    "1ev 0"
   ],
   [
    "rohingyayeh",
    "1po 0"
   ],
   [
    "sad",
    "185 1 2v 1 2l 0 c4 0"
   ],
   [
    "sadhe",
    "1ew 0"
   ],
   [
    "seen",
    "183 1 2u 2 2m 0 2q 0 h 0 3 0 d 1"
   ],
   [
    "semkath",
    "1er 0"
   ],
   [
    "shin",
    "1ez 0"
   ],
   [
    "straightwaw",
    "1pt 0"
   ],
   [
    "swashkaf",
    "1be 0"
   ],
   [
    "syriacwaw",
    "1eg 0"
   ],
   [
    "tah",
    "187 1 2v 0 do 1 n 0"
   ],
   [
    "taw",
    "1f0 0"
   ],
   [
    "tehmarbuta",
    "17t 0 47 0 l 0"
   ],
   [
    "tehmarbutagoal hamzaonhehgoal",
    "1c3 0"
   ],
   [
    "teth",
    "1ej 1"
   ],
   [
    "thinyeh",
    "1om 0"
   ],
   [
    "verticaltail",
    "1ou 0"
   ],
   [
    "waw",
    "17o 0 10 0 1a 1 25 7 4 0 4p 1 8i 0"
   ],
   [
    "yeh",
    "17k 0 6 0 z 1 1a 0 2g 1 4m 0 8h 1 h 0"
   ],
   [
    "yehbarree",
    "1ci 1"
   ],
   [
    "yehwithtail",
    "1cd 0"
   ],
   [
    "yudh",
    "1el 0"
   ],
   [
    "yudhhe",
    "1em 0"
   ],
   [
    "zain",
    "1eh 0"
   ],
   [
    "zhain",
    "1fx 0"
   ]
  ]
 ],
 [
  "jt joiningtype",
  [
   [
    "u nonjoining",
    ""
   ],
   [
    "c joincausing",
    "18g 0 ca 0 3t 2 32d 0 1kz 0"
   ],
   [
    "d dualjoining",
    "17k 0 6 0 2 0 2 4 5 c 2 6 2 1 10 1 9 f j 11 2 1 a 0 2 0 2 1 15 2 3 0 j 2 6 3 2 8 2 0 2 0 2 1 w a 4 e 3 3 2 0 3 2 3 5 23 w 2f 4 3 0 2 9 2 0 b 0 2 3 3 0 u 0 3 4 j 9 6 1 3 5 2 e 30f 0 p 2g f x 2 0 sd2 1d jf3 4 f 3 2 4 2 2 b 3 42 0 2 0 4 2 2 1 2 0 3 0 t 1 9f w 2 0 el 2 2 g d 2 t 3 3 b 1b 0 2 1 5 0 3 1 2 1 2 0 3 0 6 0 16wm 1v"
   ],
   [
    "l leftjoining",
    "x9u 0 jff 0 a 0 fd 0 jv 0"
   ],
   [
    "r rightjoining",
    "17m 3 2 0 2 0 6 3 m 0 15 2 2 2 h h 13 0 3 8 2 0 2 0 3 1 2 0 p 1 x 0 5 4 5 0 a 0 2 0 2 0 3 0 u 0 c 2 g 1 5 0 2 1 4 1 5j 0 6 1 2 0 b 0 2 2 f 0 2 1 6 i c 0 s 2 2 0 3 1 7 0 1ez0 0 2 0 2 1 4 4 b 0 4 0 3 0 b 0 42 0 2 2 4 0 3 0 2 1 2 0 o 3 ae 0 ep 0 x 0 w 1 1r 2 3 1 3 0 5 1 6 0"
   ],
   [
    "t transparent",
    "4t 0 gj 33 7o 6 7c 18 2 0 2 1 2 1 2 0 21 a 2 0 1b k h 0 2u 6 3 5 3 1 2 3 y 0 2 0 v q 2k a 1n 8 a 0 p 3 2 8 2 2 2 4 18 2 1p 7 17 n 2 v 1k 0 2 0 5 7 5 0 4 6 b 1 u 0 1n 0 5 3 9 0 l 1 r 0 3 1 1m 0 5 1 5 1 3 2 4 0 v 1 4 0 c 1 1m 0 5 4 2 1 5 0 l 1 n 5 2 0 1n 0 3 0 2 3 9 0 8 1 c 1 v 0 1q 0 d 0 1f 0 4 0 1k 0 2 2 6 2 2 3 8 1 c 1 u 0 1n 0 3 0 7 0 6 1 l 1 t 1 1m 1 5 3 9 0 l 1 u 0 21 0 8 2 2 0 2j 0 3 6 d 7 2r 0 3 8 c 5 23 1 s 0 2 0 2 0 1k d 2 4 2 1 6 a 2 z a 0 2v 3 2 5 2 1 3 1 q 1 5 2 h 3 e 0 3 1 7 0 g 0 jk 2 qb 2 u 1 v 1 v 1 1t 1 2 6 9 0 3 a a 0 1a 2 2 0 3a 1 z 0 3b 2 5 1 a 0 7 2 64 1 3 0 1n 0 2 6 2 0 2 0 3 7 7 9 3 0 1d u 1e 3 1d 0 2 4 2 0 6 0 15 8 d 1 x 3 3 1 2 2 1l 0 2 1 4 0 2 2 1n 7 3 1 49 2 2 c 2 6 5 0 7 0 4 1 5j 1r ek 0 3 1 r 4 1e 4 6 5 2p w 2db 2 3y 0 2p v ff 3 30 1 n9x 3 2 9 x 1 29 1 7l 0 4 0 5 0 q 1 6 0 48 1 r h e 0 13 7 q a 1b 2 1d 0 3 3 3 1 14 0 1w 5 3 1 3 1 d 0 9 0 1c 0 1g 0 2 2 3 1 6 1 2 0 17 1 9 0 6n 0 3 0 5 0 fn5 0 ki f h f 5s 0 6y 2 ea 0 6b 0 46 4 1af 2 2 1 6 3 15 2 5 0 4m 1 fy 3 as 1 4a a 1e 3 3g 0 1j e 16 0 3 1 b 2 1e 3 3 1 8 0 1q 2 11 4 2 7 1r 0 d 1 1h 8 b 3 3 0 2o 2 3 0 2 1 7 0 4h 0 4 7 m 1 1m 1 4 0 12 6 4 4 5g 7 3 2 2 0 o 0 2d 5 2 0 5 1 2 1 6n 3 7 1 2 1 s 1 2e 7 3 0 2 1 2z 0 2 0 3 5 2 0 2u 2 3 3 2 4 78 8 2 1 75 1 2 0 5 0 41 3 3 1 5 0 x 9 15 5 3 3 9 0 a 5 3 2 1b c 2 1 bb 6 2 5 2 0 2b l 3 6 2 1 2 1 3f 5 4 0 2 1 2 6 2 0 21 1 4 0 2 0 9o 1 470 8 at4 4 1o 6 t5 0 1s 3 2a 0 f5l 1 2 3 3ml 19 3 m f5 2 a f 3 6 v 3 45 2 1j0 1i 5 1d 9 0 f 0 n 4 2 e 11t 6 2 g 3 6 2 1 2 4 7a 6 ag 0 1q 3 15t 6 32 7 gzau 0 v 2n 3l 6n"
   ]
  ]
 ],
 [
  "lb linebreak",
  [
   [
    "xx unknown",
    ""
   ],
   [
    "ai ambiguous",
    "4n 1 2 0 8 1 3 4 2 2 p 0 w 0 cw 0 2 2 2 0 3 0 8 3 2 0 5rs 1 a 1 q 0 1l 0 b 0 2 3 3l 0 e 0 e 1 9 0 15 1 6 0 3 0 2 b 5 9 g 0 7 9 1l 0 2 0 18 0 2 1 4 1 3 0 4 0 2 0 4 0 5 0 3 3 3 0 2 0 2 5 2 0 6 3 5 1 b 0 4 0 6 0 e 1 3 3 3 1 3 1 j 1 3 1 e 0 4 0 c 0 q 0 2b 0 9a 4e 2 23 5 10 c f 3 3 b 1 2 6 9 1 3 1 5 1 3 1 5 2 3 0 3 3 h 3 a 0 m 1 3 0 5 1 7 1 15 0 2 0 u 1 2 2 2 0 2 1 2 1 2 0 1b 1 16 3 6 0 3 2 3 1 2 1 5 0 5 1 2 5 6 0 5 1 2j 0 v t qq 4 1db 7 14mm 0 1blv c 4 t 3 1l 7 1o"
   ],
   [
    "al alphabetic",
    "z 0 3 0 4 0 i 2 2 q 4 s 4 0 14 0 3 0 3 0 2 1 6 0 b m 2 u 2 cu 8 1 2 6 5 0 2 0 2 v 35 7 3 3 2 0 5 6 2 0 2 j 2 67 8 4l 2 11 3 1b 5 1 1e 0 3 0 1c 1 c 8 6 1 h 16 z 2 2 2q 2 0 8 1 7 1 3 0 5 1 b j 2 1 2 t u 2g c 0 p w a 3 3 0 6 l 5 0 a 0 4 0 8 e 2 o 6 0 2 a 6 u 2 1 f 15 p 0 y 1h 4 0 j 0 8 9 f g 5 7 3 1 3 l 2 6 2 0 4 3 4 0 h 0 e 1 2 2 f 1 3 4 2 0 2 1 8 5 5 1 3 l 2 6 2 1 2 1 2 1 w 3 2 0 k 2 2 0 f 8 2 2 2 l 2 6 2 1 2 4 4 0 j 0 g 1 f 0 9 0 c 7 3 1 3 l 2 6 2 1 2 4 4 0 v 1 2 2 f 7 c 0 2 5 4 2 2 3 4 1 2 0 2 1 4 1 4 2 4 b n 0 w 8 2 0 b 7 2 2 2 m 2 f 4 0 r 2 3 0 3 1 n 8 5 7 2 2 2 m 2 9 2 4 4 0 w 1 2 1 g 1 i 8 2 2 2 14 3 0 h 1 5 2 2 9 f 8 2 5 6 h 4 n 2 8 2 0 3 6 1a 0 2j 0 4x 0 5 0 e 0 2 2 3 5 b 9 3 0 2 0 8 7 2 z s 4 1g 5 2 5 2 1 5 4 38 3 29 11 2 0 6 0 3 1b 75 20 2 3 3 6 2 0 2 3 3 14 2 3 3 w 2 3 3 6 2 0 2 3 3 e 2 1k 2 3 3 1u 6 0 2 q 4 p 7 2d 3 5 4 hq 2 p 6 22 4 a 8 h e i f h f c 2 2 2x 0 n 9 7 1 6 0 3 0 m 2g 8 4 3 x 2 0 6 1x b u y 0 4g 1i 8 1 6e 1a i 7 g 0 5 9 a 8 7 t e 1 b 17 n 13 16 2 b z 3 8 8 16 3 a c 0 m 3 2 5 2 1 4 0 6 5b 1t 7p 3 5 3 11 3 5 3 7 2 0 2 0 2 0 2 u 3 1g 2 e 2 d 3 5 2 i 3 2 2 6 2 0 p 0 b 1 l 0 6 5 7 b 2 0 5 0 5 3 c 1 4 7 4 0 5 7 4 c 2s 2 2 0 2 2 2 8 2 1 2 9 3 7 2 13 3 4 2 1 2 0 d 3 b e 2 1 f 1j 2 0 2 16 2 0 3 2 3 1 2 2 2 0 4 0 2 3 2 1 5 1 2 0 2 0 7 0 2 4 5 3 3 9 2 2 2 4 2 c 3 1 5 1 3 1 3 h 3 1 3 c 2 2 2 a 2 o 2 1a 2 n 5 5 2 6 3 c 3 5g 5 1e q a 51 0 25 3 12 a h 1 5 9 3 0 8 7 3 1 3 3 3 1 3 3 4 1 2 1 5 f 5 8 2 f 5 0 3 1 2 3 3 3 6 0 7 o 4 3 2 0 2 s 3 0 4 0 5 0 3 0 2 e 2 t 3 s i 0 k 0 2 3 u 2 7 20 2 2 7 0 4 2 19 1c 3 u b b6 n 1q 5 v 3 9i 6 p 3 v 2 9j 4 1 a 0 3 11 2 0 6 0 3 1j 8 0 h m a 6 2 6 2 6 2 6 2 6 2 6 2 6 2 6 1k 0 4 1 3 1 g 0 3 0 3 4 6 0 c 0 2 0 3 2 67i 1r h5d 19 3 7g 4 f b 1 l 1a 5 0 b v 3 27 3 0 e 5m 6 1 2 0 2 4 p f 2 2 2 3 2 m 6 3 5 7 2 0 7 1f f 1d 1r 9 2 1 c r b m p 0 11 1a f 5 4 3 2 0 f 1 x 14 o 2 2 7 h 0 3o a 8 2 d 5 3 5 3 5 a 6 2 6 2 1n 5 36 fmm 6 d 4 i 0 13 36 h a2 3 27 3 1h 8 0 x b 2 2 35 4 2 3q 6k 6 i b 2 p 2 i 2 1 2 e 3 d z 3e d 18 4 2f 2 c 4 0 1c 18 3o s 4 1c h q 5 z a t 6 11 b t 3 z 5 7 2 4 17 4d j z 5 z 5 13 9 1f c b 2 e 2 6 2 1 2 a 2 e 2 6 2 1 1w 8m a l b 7 p 5 2 15 2 8 1y 5 3 0 2 17 2 1 4 0 3 m 3 1y 9 8 1d i 2 1 6 w 5 p 6 0 1t 1j 5 j 3 1a g 3 2 2 2 s b 8 g 0 8 1r x 10 7 4 h 1h b l 3 q 6 p 8 3 d 6 29 20 1k 1e e 1e 8 15 8t u 2 15 7 1 27 13 9 l c 8 n h 5 3 13 r l m d 1g i 4 5 j c 1 3 0 e 18 c 2 g 0 3 o r z u 0 3 0 9 y 2 0 2 0 d 1b f 3 3 0 6 0 d 0 2 0 5 j c h 2 o f 0 3 0 1v 6 2 0 2 3 2 e 2 9 8 1a 13 7 3 1 3 l 2 6 2 1 2 4 4 0 j 0 d 4 4f 1g j 3 5 0 e 0 2 2 v 1b l 3 55 1a o 2 g 3 11 1b k 1 1o 16 e 1 93 17 g 0 2t 1r b 8 d 7 3 0 3 7 2 1 2 n g 0 2 0 2n 7 3 12 h 0 2 0 t 0 b 13 8 0 6 0 6 0 a 0 c 19 k 0 j 20 7c 8 2 10 i 0 q i 6 t 35 6 2 1 2 11 m 0 q 5 2 1 2 v f 0 94 i 5 1 54 0 g s 5 g f pl 2v 32 i 5f 219 2q e gn 7 z 2 2 5 6m 4 4y 34i ct 3 3a 6nu fs 8 u i 26 i t j 1b b 9 2 0 m 6 2 k 6 i j5 2e 3 1 2u 22 6 0 1v c 5ep d1 6xn 3 2 6 2 1 2de 2y 6 c 4 8 8 9 3 0 3p0 37 1p 6t b 12 3 1n 6 2 n 1 8 t 5 1o m 1t 4 0 4b j d 2e a o 3s 2c 2 1y 2 1 3 0 3 1 3 3 2 b 2 0 2 6 2 1s 2 3 3 7 2 6 2 r 2 3 2 4 2 0 4 6 2 9f 3 83 1h e7 1k 3 1f 7 2 d 2 1 5 0 vp u de 18 b 6 h 1 8x t j 17 z9 6 2 3 2 1 2 e 2 5g 3 8 1d 1v 8 0 me 1m 2 2 2 3 25 1o 5f 3 2 q 2 1 2 0 3 0 2 9 2 3 2 0 2 0 7 0 5 0 2 0 2 0 2 2 2 1 2 0 3 0 2 0 2 0 2 0 2 0 2 1 2 0 3 3 2 6 2 3 2 3 2 0 2 9 2 g 6 2 2 4 2 g 1h 1 fx 1 1n 2 fk 1 o 1 6 0 6c 0 2 0 2 0 b 0 2 1 26 6 h d e n 3v 7 p 5 2f 11 7 3 3l 37 d 2c 18 b 5 1j 9 9 7 13 9 t 2b b 6t 2b 4t 42 2 1i"
   ],
   [
    "b2 breakboth",
    "6c4 0 2sm 1"
   ],
   [
    "ba breakafter",
    "9 0 37 0 1d 0 yl 0 1g 0 py 1 z9 1 4w 0 15 0 23 0 6 0 1l 1 j 0 3c 1 ly 0 4f 0 hs 0 2z 2 20 1 4e 1 3 0 2 0 16 1 np 1 2 3 t 1 59 4 1r 1 ox 6 2 2 6 0 2 1 k 0 1b 0 2 3 2 2 2hn 2 3 0 35 0 4e 7 2 0 2 0 h 3 3 1 2 1 8 2 2 1 2 7 2 0 2 1 e 0 bn 0 n3y 1 7i 0 2 0 6c 4 d3 1 2n 1 48 2 44 2 41 1 6y 0 gt1 2 il 0 1d 0 w7 0 5k 0 8h 7 49 5 1w 6 oe 0 be 1 3a 3 3j 3 3m 1 2 0 l 2 2h 1 2 1 31 0 bm 3 c 1 9z 1 6 e 2y 1 6y 2 ee 2 6z 3 2e 2 5 1 bj 4 qi 0 vl 4 dtm 1 3q 0 1u 2 b 0 nn 1 fev 0 5wo 3"
   ],
   [
    "bb breakbefore",
    "50 0 es 0 4 0 j 0 1w8 0 d 0 hp 3 2 1 2 1 5i 1 2 0 1mb 0 1kn 0 qyf 1 3r 0 kmx 0 2u 0 rq 0 4f c om 0 2l 0 6 0 2h 2 cw 0"
   ],
   [
    "bk mandatorybreak",
    "b 1 6cc 1"
   ],
   [
    "cb contingentbreak",
    "1ekc 0"
   ],
   [
    "cj conditionaljapanesestarter",
    "9j5 0 2 0 2 0 2 0 2 0 q 0 w 0 2 0 2 0 7 0 7 1 b 0 2 0 2 0 2 0 2 0 q 0 w 0 2 0 2 0 7 0 7 1 6 0 6s f 14ko 9 z4w 2 i 3"
   ],
   [
    "cl closepunctuation",
    "3h 0 2wu 0 2 0 1gf 0 1wq 0 1k 0 g 0 hn 0 2 0 v 0 u7 0 2 0 2 0 2 0 2 0 2 0 2 0 29 0 x 0 2 0 2 0 2 0 2 0 b9 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 1t 0 2 0 y 0 ti 0 2 0 2 0 2 0 19 0 2 0 2 0 2 0 bp 1 7 0 2 0 2 0 2 0 2 0 4 0 2 0 2 0 2 0 3 1 14in 0 5v 1 6 0 u 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 4 0 8 0 2 0 8 0 2 0 2 0 4r 0 3 0 2 0 1b 0 w 0 3 1 2 1 a2f 2 11 0 5 0 2 0 6p 1 59 0 3h3 0"
   ],
   [
    "cm combiningmark",
    "0 8 6 h 2o 5 2 p gx 26 2 b 8 c 7o 6 7c 18 2 0 2 1 2 1 2 0 21 a 2 0 1b k h 0 2u 6 3 5 3 1 2 3 10 0 v q 2k a 1n 8 a 0 p 3 2 8 2 2 2 4 18 2 1p 7 17 n 2 w 1j 2 2 h 2 6 b 1 u 2 1l 0 2 6 3 1 3 2 a 0 b 1 r 0 3 2 1l 0 2 4 5 1 3 2 4 0 v 1 4 0 c 2 1l 0 2 7 2 2 2 2 l 1 n 5 2 2 1l 0 2 6 3 1 3 2 8 2 b 1 v 0 1o 4 4 2 2 3 a 0 15 4 1k 0 2 6 2 2 2 3 8 1 c 1 u 2 1l 0 2 6 2 2 2 3 8 1 c 1 t 3 1k 1 2 6 2 2 2 3 a 0 b 1 u 2 1z 0 5 5 2 0 2 7 j 1 85 1 s 0 2 0 2 0 5 1 1e d 2 4 2 1 6 a 2 z a 0 pj 2 qb 3 t 2 u 1 v 1 48 2 2 0 3a 1 z 0 3b b 5 b 64 4 2s 0 1d u 1e 4 1c g 13 8 d 2 v c 1l d 1d j 49 2 2 k 5 0 7 0 3 2 5j 1r el 0 2 1 r 4 1k 9 2p w 2db 2 3y 0 2p v ff 5 6 0 2s 1 n9x 3 2 9 x 1 29 1 7l 0 4 0 5 0 o 4 5 0 2c 1 1f h r h e 0 13 7 q c 19 3 1c d 2x d d 0 9 1 4e 4 6 1 6l 7 2 1 fn5 0 ki f h f cq 2 ea 0 6b 0 46 4 1af 2 2 1 6 3 15 2 5 0 4m 1 fy 3 as 1 4a a 1e 3 3f 2 1i e 16 0 3 1 b 3 1a a 8 0 1q 2 11 d h 1 19 0 d 2 1d d 9 3 2 1 2l b 7 0 4h b m 3 1k 1 2 6 3 1 3 2 a 0 b 1 3 6 4 4 5d h o 0 2a j 6k 6 3 8 s 1 2b g 2z c ad e 6u 5 2 1 3 3 2 0 2 1 3y 6 3 6 4 0 t 9 15 6 2 3 9 0 a a 1b f ba 7 2 7 2b l 2 d 3f 5 4 0 2 1 2 6 2 0 1v 4 2 1 2 4 9o 3 f0a 4 1o 6 t5 0 2 1i 8 3 2m 1 f58 1 2 3 3ml 19 3 m f3 4 4 l 3 6 v 3 45 2 1j0 1i 5 1d 9 0 f 0 n 4 2 e 11t 6 2 g 3 6 2 1 2 4 7a 6 ag 0 1q 3 15t 6 32 6 gzav 0 v 2n 3l 6n"
   ],
   [
    "cp closeparenthesis",
    "15 0 1g 0"
   ],
   [
    "cr carriagereturn",
    "d 0"
   ],
   [
    "eb ebase",
    "7j1 0 64 0 h 3 2iyg 0 1p 2 3 0 3 2 3a 1 3 a m i 4 0 5 2 2 2 8 0 2 0 p 0 5m 1 5 0 m 0 5 1 4v 2 4 4 2c 0 h 2 a 0 c 0 g0 0 3 0 9 7 7 0 a 9 3 2 1l 0 1q 1 2 1 2 0 i 2 2 c 6e 2 17 6"
   ],
   [
    "em emodifier",
    "2qrf 4"
   ],
   [
    "ex exclamation",
    "x 0 u 0 13b 0 2d 0 2 2 51 0 85 0 1ec 4 3 0 1ri 1 5 1 8r 1 2sd 1 13q 0 5 0 8g 0 11 1 nne 0 h4 1 gwu 1 1s 1 4q 0 u 0 4h1 1 1bg 0"
   ],
   [
    "gl glue",
    "4g 0 j3 0 d 6 2au 0 4 0 6 0 5j 1 1mc 0 1kp 0 a 0 u 0 1iip 6 bse 0"
   ],
   [
    "h2",
    "xz4 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0 s 0"
   ],
   [
    "h3",
    "xz5 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q 2 q"
   ],
   [
    "hl hebrewletter",
    "15c q 5 3 1cff 0 2 9 2 c 2 4 2 0 2 1 2 1 2 9"
   ],
   [
    "hy hyphen",
    "19 0"
   ],
   [
    "id ideographic",
    "6xm 1 5x 3 el 3 h 1 3 0 2 2 2 1 q 2 19 0 n 0 1q b 5 0 2 2 2 1 4 1 3 0 3 2 9 0 7 4 2 1 2 0 3 7 4 1 2j 0 1ek p 2 2g d 5x r b 8 1 2 1 b 1 d 9 7 4 2 4 3 2 3 0 2 0 2 0 2 0 2 o 2 u 2 0 2 0 2 5 2 5 b 0 3 0 2 0 2 0 2 0 2 o 2 u 2 0 2 0 2 5 2 5 3 3 5 0 6 16 2 2l 2 2b t u 2 13 9 5f3 1t g7o 2 vq 4 1i gmy e7 mp 4 h 1 3 6 2 0 7 0 7 7 2 0 3 0 47 1 3 1 3 1 2 0 2 a 3 2 2 q 2 0 2 s 2 0 2 0 8 0 b 18 3 u 4 5 3 5 3 5 3 2 6 2 m58 4qf 9 lb e9 8 6wo 82 26 az c1x 73 e 2 2m 2 1q 1k r as 2 l 3 m 3 4 2 4 4 1 2 1 4 19 6 1t 3 1 c k k 2 2 3 4 0 4 6 2 0 2 d 2 0 2 0 2 4 2 3 2 0 3 24 8 f f c p 15 3 3 2 k 2 3 3 1o 9 n 7 22 4 2 1i y 2 f 4 8 2 a 2 1e 39 b 2e 16 d 3 1l 7 b 5 15 7 v 29 e 1 2 7 9 5 2 8 b 1 4 1j 2 1o 3 0 3 0 2 g 4 0 e x 2d 32 4 15 8 8 75 sd 3 1ekd 3 1ekd"
   ],
   [
    "in inseparable inseperable",
    "6ck 2 jt 0 17ai 0 2jh 0"
   ],
   [
    "is infixnumeric",
    "18 0 2 0 c 1 n7 0 ej 0 3n 1 dn 0 4ss 0 17t8 0 3 1"
   ],
   [
    "jl",
    "3cw 2n u0x s"
   ],
   [
    "jt",
    "3hk 2f 132k 1c"
   ],
   [
    "jv",
    "3fk 1z 1349 m"
   ],
   [
    "lf linefeed",
    "a 0"
   ],
   [
    "nl nextline",
    "3p 0"
   ],
   [
    "ns nonstarter",
    "4pi 0 1nq 1 a 2 33w 0 n 0 v 1 2n 3 2 0 2j 0 2 1 lxz 0 im7 1 5h 1 22 0 1l 1 m69 3 ql2 2"
   ],
   [
    "nu numeric",
    "1c 9 17r 9 2 1 3o 9 5j 9 bh 9 3b 9 3b 9 3b 9 3b 9 3b 9 3b 9 3b 9 3b 9 3b 9 2p 9 3b 9 1z 9 7r 9 1z 9 1fr 9 13 9 8d 9 3l 9 4n 9 7 9 53 9 2f 9 3r 9 7 9 r7r 9 iv 9 13 9 5j 9 n 9 2f 9 bb 9 hif 9 1on 9 ml 9 3l 9 1p 9 41 9 7r 9 9j 9 3b 9 af 9 2v 9 2v 9 br 9 2v 9 l3 9 6v 9 1z 9 f5j 9 2f 9 3r 9 lf9 1d 1tt 9 br 9 193 9 3o7 9"
   ],
   [
    "op openpunctuation",
    "14 0 1f 0 w 0 12 0 u 0 2uz 0 2 0 1gf 0 1vj 0 4 0 13 0 1k 0 g 0 hn 0 2 0 v 0 u7 0 2 0 2 0 2 0 2 0 2 0 2 0 29 0 x 0 2 0 2 0 2 0 2 0 b9 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 1t 0 2 0 y 0 t8 0 a 0 2 0 2 0 2 0 q 0 j 0 2 0 2 0 2 0 bx 0 2 0 2 0 2 0 2 0 4 0 2 0 2 0 2 0 3 0 14iq 0 60 0 u 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 4 0 i 0 2 0 2 0 4r 0 1f 0 w 0 4 0 3 0 a2e 2 18 0 2 0 6p 0 5a 0 3h3 0 wb4 1"
   ],
   [
    "po postfixnumeric",
    "11 0 3h 0 e 0 121 2 2n 0 p4 1 6 0 ow 0 3p3 7 34 0 f 0 5 0 3 0 2 0 1v 0 6 0 qpb 0 gxw 0 32 0 4b 0 63 0 6bh 3 14gc 0 4 0"
   ],
   [
    "pr prefixnumeric",
    "10 0 7 0 1d 0 1z 2 c 0 ym 0 hb 1 e4 0 6u 0 7c 0 g6 0 1wc 0 1qd 6 2 d 2 3 2 1 2 0 2 e 1z 0 70 1 17iu 0 4b 0 65 0 4 1 18ux 0"
   ],
   [
    "qu quotation",
    "y 0 5 0 3o 0 g 0 671 1 2 2 2 0 q 1 1ep 5 1b4 d f 1 3 1 2i51 2"
   ],
   [
    "ri regionalindicator",
    "2qcm p"
   ],
   [
    "sa complexcontext",
    "2rl 1l 6 e 1f 1 2 0 2 4 2 n 2 0 2 m 3 4 2 0 2 5 f 3 81 1r h 1r b 5 1cx 2b 4 0 5 1 ab t 3 4 c 17 5 p h 0 4 1 1t 1q 2 s 10 d sab f b 4 2q 2q p 4 lcx q 3 e f 1 4 7"
   ],
   [
    "sg surrogate",
    "16o0 1kv"
   ],
   [
    "sp space",
    "w 0"
   ],
   [
    "sy breaksymbols",
    "1b 0"
   ],
   [
    "wj wordjoiner",
    "6e8 0 17z3 0"
   ],
   [
    "zw zwspace",
    "6bv 0"
   ],
   [
    "zwj",
    "6bx 0"
   ]
  ]
 ],
 [
  "nfcqc nfcquickcheck",
  [
   [
    "y yes",
    ""
   ],
   [
    "m maybe",
    "lc 4 2 6 3 0 2 0 2 1 7 0 8 5 5 1 2 1 7 0 a 0 3 0 lq 2 kn 0 3m 0 p 0 9z 0 o 1 2v 0 p 0 3j 0 30 0 j 1 2w 0 p 0 37 0 5 0 g 0 gf 0 8j k 1f q 1v7 0 484 1 189s 0 31 0 ev 0 p 0 9l 0 a 0 3 0 6q 0 ox 0"
   ],
   [
    "n no",
    "n4 1 2 1 1c 0 a 0 9 0 15d 7 3h 1 2 0 2c 0 3 0 z 2 3 0 72 1 rq 0 a 0 5 0 5 0 5 0 d 0 a 0 2 1 2 0 9 0 i 0 a 0 5 0 5 0 5 0 d 0 33s 0 2 0 2 0 2 0 2 0 2 0 2 0 1q 0 3 0 b 0 2 0 8 0 8 0 8 0 8 0 3 1 a 0 2 0 2 0 3 1 85 0 4 1 e6 1 1iq 0 14pw 7h 3 0 2 0 3 9 2 0 2 0 3 1 4 1v 3 2x 1w 0 2 0 b c 2 4 2 0 2 1 2 1 2 8 16a8 6 2f 5 1m4g f1"
   ]
  ]
 ],
 [
  "nfdqc nfdquickcheck",
  [
   [
    "y yes",
    ""
   ],
   [
    "n no",
    "5c 5 2 8 2 5 3 4 3 5 2 8 2 5 3 4 2 g 3 j 3 8 4 3 2 5 5 5 4 5 3 h 3 m y 1 e 1 t f 2 5 3 a 4 1 3 z 3 1 7 d 7h 1 2 1 1c 0 a 0 7 5 2 0 2 2 q 6 q 4 5 1 18 1 2 0 4 0 5 2 b 0 w 0 n 1 2 0 4 0 5 2 o 1 22 1 e 3 3 1 3 5 3 5 3 b 3 1 89 4 4a 0 2 0 h 0 gm 0 8 0 3 0 10 7 30 1 g 1 2 0 2c 0 3 0 z 2 3 0 6i 0 3 1 g 1 1j 0 1i 2 3g 0 3c 0 7 1 2 1 3j 2 3y 0 2 2 9x 0 a 0 5 0 5 0 5 0 d 0 a 0 2 1 2 0 9 0 i 0 a 0 5 0 5 0 5 0 d 0 31 0 25c 0 2 0 2 0 2 0 2 0 4 0 15 0 2 0 3 1 2 0 jh 49 2 0 5 2h 7 l 3 5 3 11 3 5 3 7 2 0 2 0 2 0 2 u 3 1g 2 6 2 0 3 3 2 d 3 5 2 i 3 2 2 7 3 1 85 0 4 1 33 1 j 0 v 2 1h 0 5 0 3 0 o 0 2 0 r 0 3 0 3 0 2 0 n 0 2 0 b 4 3 1 3 1 7 1 3 1 3 1 z 3 1d 3 7 3 1o 1 1iq 0 12o 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 3 0 2 0 2 0 7 1 2 1 2 1 2 1 2 1 n 0 a 0 e 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 3 0 2 0 2 0 7 1 2 1 2 1 2 1 2 1 n 0 3 3 4 0 oaq 8mb 6l9 7h 3 0 2 0 3 9 2 0 2 0 3 1 4 1v 3 2x 1w 0 2 0 b c 2 4 2 0 2 1 2 1 2 8 47g 0 2 0 f 0 3n 1 f0 1 a7 1 2 0 70 1 ot 0 10di 6 2f 5 1m4g f1"
   ]
  ]
 ],
 [
  "nfkcqc nfkcquickcheck",
  [
   [
    "y yes",
    ""
   ],
   [
    "m maybe",
    "lc 4 2 6 3 0 2 0 2 1 7 0 8 5 5 1 2 1 7 0 a 0 3 0 lq 2 kn 0 3m 0 p 0 9z 0 o 1 2v 0 p 0 3j 0 30 0 j 1 2w 0 p 0 37 0 5 0 g 0 gf 0 8j k 1f q 1v7 0 484 1 189s 0 31 0 ev 0 p 0 9l 0 a 0 3 0 6q 0 ox 0"
   ],
   [
    "n no",
    "4g 0 8 0 2 0 5 0 3 3 3 2 2 2 38 1 c 1 9 0 1i 0 1x 8 11 2 59 8 w 5 3 4 2k 1 2 1 1c 0 6 0 4 0 6 1 2 0 21 6 q 2 2 1 4 0 b2 0 6m 3 kg 7 3h 1 2 0 2c 0 3 0 z 2 3 0 72 1 k6 0 3k 0 15 1 1b 0 1j 0 a 0 5 0 5 0 5 0 d 0 a 0 2 4 8 0 i 0 a 0 5 0 5 0 5 0 d 0 8z 0 2eo 2 2 a 2 h 2 r e 0 z 10 63 1 5y 0 2 0 2 0 2 0 2 0 2 0 2 0 1q 0 2 4 8 0 2 0 2 2 4 0 8 0 2 2 4 0 8 0 2 2 a 0 2 0 2 1 2 a 7 0 6 0 d 2 9 0 4 1 2 1 5 0 2 0 9 2 e 0 8 0 h 1 3 q 2 c c 0 2g 3 2 2 2 a 2 1 3 4 3 2 2 0 2 0 2 0 2 3 2 2 2 6 2 5 5 4 7 1b a 0 4j 1 2 1 6x 1 8m 3u 10i 0 2w 2 2u 0 bk 1 6q 0 8g 0 2c 0 d 5x 17 0 1i 0 2 2 2p 1 3 0 2o 0 1e 2l 4 d 2p u 2 13 9 1a 2 an mn1 1 5v 0 3m 2 4 1 o3 3 a 0 fbr 7h 3 0 2 0 3 9 2 0 2 0 3 1 4 1v 3 2x 13 6 d 4 6 0 2 n 2 4 2 0 2 1 2 1 2 2z y a2 j 1r 3 1h 15 c k 9 n k 3 b 2 i 2 3 5 2 2 0 2 3q 5 59 4 5 3 5 3 5 3 2 4 6 2 6 1hv 4 2 15 2 8 13tw 6 2f 5 g0 2c 2 1y 2 1 3 0 3 1 3 3 2 b 2 0 2 6 2 1s 2 3 3 7 2 6 2 r 2 3 2 4 2 0 4 6 2 9f 3 83 3 1d 4ch 3 2 q 2 1 2 0 3 0 2 9 2 3 2 0 2 0 7 0 5 0 2 0 2 0 2 2 2 1 2 0 3 0 2 0 2 0 2 0 2 0 2 1 2 0 3 3 2 6 2 3 2 3 2 0 2 9 2 g 6 2 2 4 2 g g5 a 6 u 2 v r 2 10 0 34 2 e 17 5 8 8 1 1wf 9 1ds7 f1"
   ]
  ]
 ],
 [
  "nfkdqc nfkdquickcheck",
  [
   [
    "y yes",
    ""
   ],
   [
    "n no",
    "4g 0 8 0 2 0 5 0 3 3 3 2 2 2 2 5 2 8 2 5 3 4 3 5 2 8 2 5 3 4 2 g 3 j 3 8 2 5 2 7 3 6 3 5 3 h 3 n x 1 e 1 k o 2 5 3 f 3 z 3 1 7 d 3h 8 w 5 3 4 2k 1 2 1 1c 0 6 0 4 0 6 6 2 0 2 2 q 6 q 4 2 6 q 2 2 1 4 0 7 1 2 0 4 0 5 2 b 0 w 0 n 1 2 0 4 0 5 2 o 1 22 1 e 3 3 1 3 5 3 5 3 b 3 1 3y 0 4b 4 27 3 20 0 2 0 h 0 gm 0 8 0 3 0 10 7 30 1 g 1 2 0 2c 0 3 0 z 2 3 0 6i 0 3 1 g 1 1j 0 1i 2 3g 0 3c 0 7 1 2 1 3j 2 3y 0 2 2 2d 0 3k 0 15 1 1b 0 1j 0 a 0 5 0 5 0 5 0 d 0 a 0 2 4 8 0 i 0 a 0 5 0 5 0 5 0 d 0 31 0 5y 0 1ze 0 2 0 2 0 2 0 2 0 4 0 15 0 2 0 3 1 2 0 dl 2 2 a 2 h 2 r e 0 z 10 1t 4b 5 2h 7 l 3 5 3 11 3 5 3 7 2 0 2 0 2 0 2 u 3 1g 2 e 2 d 3 5 2 i 3 2 2 8 2 a 7 0 6 0 d 2 9 0 4 1 2 1 5 0 2 0 9 2 e 0 8 0 h 1 3 q 2 c c 0 2g 3 2 2 2 a 2 1 3 4 3 2 2 0 2 0 2 0 2 3 2 2 2 6 2 5 5 4 7 1b a 0 h 1 j 0 v 2 1h 0 5 0 3 0 o 0 2 0 6 1 2 1 h 0 3 0 3 0 2 0 n 0 2 0 b 4 3 1 3 1 7 1 3 1 3 1 z 3 1d 3 7 3 1o 1 8m 3u 10i 0 2w 2 2u 0 bk 1 6q 0 8g 0 2c 0 d 5x 17 0 1i 0 2 2 i 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 3 0 2 0 2 0 7 1 2 1 2 1 2 1 2 1 n 0 7 1 2 1 d 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 3 0 2 0 2 0 7 1 2 1 2 1 2 1 2 1 n 0 3 3 4 1 1e 2l 4 d 2p u 2 13 9 1a 2 an mn1 1 5v 0 3m 2 4 1 o3 3 a 0 47 8mb 6l9 7h 3 0 2 0 3 9 2 0 2 0 3 1 4 1v 3 2x 13 6 d 4 6 0 2 n 2 4 2 0 2 1 2 1 2 2z y a2 j 1r 3 1h 15 c k 9 n k 3 b 2 i 2 3 5 2 2 0 2 3q 5 59 4 5 3 5 3 5 3 2 4 6 2 6 1hv 4 2 15 2 8 1r4 0 2 0 f 0 3n 1 f0 1 a7 1 2 0 70 1 ot 0 10di 6 2f 5 g0 2c 2 1y 2 1 3 0 3 1 3 3 2 b 2 0 2 6 2 1s 2 3 3 7 2 6 2 r 2 3 2 4 2 0 4 6 2 9f 3 83 3 1d 4ch 3 2 q 2 1 2 0 3 0 2 9 2 3 2 0 2 0 7 0 5 0 2 0 2 0 2 2 2 1 2 0 3 0 2 0 2 0 2 0 2 0 2 1 2 0 3 3 2 6 2 3 2 3 2 0 2 9 2 g 6 2 2 4 2 g g5 a 6 u 2 v r 2 10 0 34 2 e 17 5 8 8 1 1wf 9 1ds7 f1"
   ]
  ]
 ],
 [
  "nt numerictype",
  [
   [
    "none",
    ""
   ],
   [
    "de decimal",
    "1c 9 17r 9 3r 9 5j 9 bh 9 3b 9 3b 9 3b 9 3b 9 3b 9 3b 9 3b 9 3b 9 3b 9 2p 9 3b 9 1z 9 7r 9 1z 9 1fr 9 13 9 8d 9 3l 9 4n 9 7 9 53 9 2f 9 3r 9 7 9 r7r 9 iv 9 13 9 5j 9 n 9 2f 9 bb 9 gev 9 13b 9 1on 9 ml 9 3l 9 1p 9 41 9 7r 9 9j 9 3b 9 af 9 2v 9 2v 9 br 9 2v 9 l3 9 6v 9 1z 9 f5j 9 2f 9 3r 9 lf9 1d 1tt 9 br 9 193 9 3o7 9"
   ],
   [
    "di digit",
    "4y 1 6 0 3ow 8 19l 0 1au 0 4 5 7 9 rb 8 c 8 c 8 2i 0 b 8 2 0 hj 8 2 8 2 8 18ry 3 t9 8 dm 8 18di a"
   ],
   [
    "nu numeric",
    "58 2 1ti 5 ah 5 3d 2 3q 6 62 6 i 8 c2 9 u7 a oi 2 74 9 1uf 1e 3 4 kg a a a a a 28 9 a 0 ht 0 a 0 a 0 12i 0 lm 0 q 8 f 2 9k 3 3v 9 v 7 2 e x 9 14 e 92 0 3i 0 pz 0 mb 0 3oz 0 3 0 4 0 2 0 2c 0 1b 0 8 0 2 0 15 1 v 0 9 0 11 0 2r 0 b8 0 1u 0 z 0 2 0 2 0 d0 0 2 2 7 0 39 3 lz 0 eu 0 8 0 135 0 3o 1 d 2 2 0 ry 0 26 0 w6 0 1f8 0 wg 0 ko 0 1zc 0 py 0 1oi 0 5 0 3h 0 1rl 0 11 0 6 0 18 0 3i 0 35c 9 8x 5 g1i 0 8 0 5 0 1m 0 v 0 2 0 16 0 1e2 18 d 1k i 1 9i q 11 3 u 0 9 0 3r 4 w3 7 q 6 14 8 24 4 n 5 4h 1 3 f 3 19 1x 4 1h 1 v 2 24 4 2x 7 p 7 16 6 97 5 a2 l 4f 9 17 3 35 6 40 a ak j 11i 1 bz 8 o8 i no k to 32 e0d 6 m7 m jt6 j 31 o 47j 8 pu 1m 2 2 2 3 25 18 2 e r2 1 2yd 0 2r 0 3i 0 1r 0 1l5 0 2h 0 9 0 g 0 9a 0 j 0 s 0 4tz 0 16w 0 3gj 0 7rm 0 tnn 0"
   ]
  ]
 ],
 [
  "nv numericvalue",
  [
   [
    "nan",
    ""
   ],
   [
    "-1/2",
    "303 0"
   ],
   [
    "0",
    "1c 0 180 0 40 0 5s 0 bq 0 3k 0 3k 0 3k 0 3k 0 3k 0 3k 0 i 0 32 0 3k 0 3k 0 2y 0 3k 0 28 0 80 0 28 0 1g0 0 g 0 w 0 8m 0 3u 0 4w 0 g 0 5c 0 2o 0 40 0 g 0 tc 0 g 0 7d 0 o1 0 l 0 26g 0 kbz 0 2zu 0 5r 0 dd 0 1c 0 5s 0 w 0 2o 0 bk 0 fcy 0 126 0 hm 0 ly 0 1ow 0 mu 0 3u 0 1y 0 4a 0 80 0 9s 0 3k 0 ao 0 34 0 34 0 c0 0 34 0 lc 0 74 0 28 0 f5s 0 2o 0 40 0 mo 0 jts 0 z2 0 a 0 a 0 a 0 a 0 1u2 0 c0 0 19c 0 1io 1 a 1 25g 0"
   ],
   [
    "1/320",
    "1ku8 0 k 0"
   ],
   [
    "1/160",
    "2mw 0 1i7d 0"
   ],
   [
    "1/80",
    "1kua 0"
   ],
   [
    "1/64",
    "1kub 0"
   ],
   [
    "1/40",
    "2mx 0 1i7f 0"
   ],
   [
    "1/32",
    "1kud 0"
   ],
   [
    "3/80",
    "2my 0 1i7g 0"
   ],
   [
    "3/64",
    "1kuf 0"
   ],
   [
    "1/20",
    "2mz 0 1i7h 0"
   ],
   [
    "1/16",
    "1ys 0 ap 0 e9 0 ukd 0 nme 1"
   ],
   [
    "1/12",
    "1gja 0"
   ],
   [
    "1/10",
    "2n0 0 3xy 0 1e9l 0"
   ],
   [
    "1/9",
    "6kx 0"
   ],
   [
    "1/8",
    "1yt 0 ap 0 e9 0 3xg 0 qmx 0 nmg 0 wj 0"
   ],
   [
    "1/7",
    "6kw 0"
   ],
   [
    "3/20",
    "2n1 0 1i7k 0"
   ],
   [
    "1/6",
    "6l5 0 19y6 0 57u 0 13oc 0"
   ],
   [
    "3/16",
    "1yu 0 ap 0 e9 0 ukd 0 nmh 0"
   ],
   [
    "1/5",
    "2n2 0 3xz 0 1e9m 0"
   ],
   [
    "1/4",
    "58 0 1tn 0 aj 0 e9 0 ukd 0 hlc 0 23 0 1nx 0 w4 0 3f8 0 wg 0 2 1 13ka 0"
   ],
   [
    "1/3",
    "6kz 0 19ye 0 w4 0 4bh 0 3 0 8 0"
   ],
   [
    "3/8",
    "6l8 0"
   ],
   [
    "2/5",
    "6l2 0"
   ],
   [
    "5/12",
    "1gje 0"
   ],
   [
    "1/2",
    "59 0 246 0 e9 0 c6 0 5w3 0 oc4 0 hlc 0 1g 1 1mv 0 1q 0 25 0 tv 0 4r 0 3aj 1 wi 0 13ka 0 3y 0"
   ],
   [
    "7/12",
    "1gjg 0"
   ],
   [
    "3/5",
    "6l3 0"
   ],
   [
    "5/8",
    "6l9 0"
   ],
   [
    "2/3",
    "6l0 0 189v 0 1om 0 w1 0 4bh 0 3 0 8 0"
   ],
   [
    "3/4",
    "5a 0 1tm 0 ak 0 e9 0 ukd 0 hmu 0 1om 0 4b9 0 14gs 0"
   ],
   [
    "4/5",
    "6l4 0"
   ],
   [
    "5/6",
    "6l6 0 19yd 0 57h 0"
   ],
   [
    "7/8",
    "6la 0"
   ],
   [
    "11/12",
    "1gho 0"
   ],
   [
    "1",
    "1d 0 3s 0 148 0 40 0 5s 0 bq 0 3k 0 3k 0 3k 0 3k 0 3k 0 3k 0 i 0 3 0 2z 0 3k 0 3k 0 2y 0 3k 0 28 0 80 0 28 0 k8 0 vs 0 g 0 w 0 8m 0 3u 0 9 0 4n 0 g 0 5c 0 2o 0 40 0 g 0 ts 0 66 1 g 0 kw 0 k 0 k 0 31 0 ht 0 a 0 a 0 1p3 0 a9 0 3y 0 2o 0 5fk 0 25t 0 8 0 135 0 42 0 e1h 0 5h 0 dn 0 1c 0 5s 0 w 0 2o 0 bk 0 gf4 0 dy 0 1n 0 m 2 av 0 1r 0 4x 0 5s 0 qf 0 x 0 1a 0 2c 0 r 0 4q 0 3k 0 1p 0 w 0 26 0 31 0 w 0 1d 0 9d 0 1j 0 8f 0 59 0 1g 0 38 0 3x 0 l 0 3u 0 1y 0 4a 0 g 0 7k 0 9s 0 3k 0 ao 0 34 0 34 0 c0 0 34 0 lc 0 9 0 6v 0 28 0 19w 0 9 0 e 0 8 0 r 0 9 0 du1 0 2o 0 40 0 mo 0 j 0 jt9 0 3j 0 i 0 5 0 uw 0 a 0 a 0 a 0 a 0 1u2 0 c0 0 15i 0 3u 0 m8 0 1e 0 e 0 28 0 sh 0 25r 0 2m1 0"
   ],
   [
    "3/2",
    "2zv 0"
   ],
   [
    "2",
    "1e 0 3k 0 14g 0 40 0 5s 0 bq 0 3k 0 3k 0 3k 0 3k 0 3k 0 3k 0 i 0 3 0 2z 0 3k 0 3k 0 2y 0 3k 0 28 0 80 0 28 0 k8 0 vs 0 g 0 w 0 8m 0 3u 0 4w 0 g 0 5c 0 2o 0 40 0 g 0 ts 0 67 0 g 0 kw 0 k 0 k 0 31 0 ht 0 a 0 a 0 1p3 0 a9 0 3y 0 2o 0 ea 0 555 0 kd 0 2p0 0 3 0 90e 0 5 0 3h 0 4xe 0 5h 0 dn 0 1c 0 5s 0 w 0 2o 0 bk 0 fba 0 13u 0 dy 0 2b 3 as 0 6o 0 5s 0 qf 0 x 0 1a 0 36 0 4n 0 3k 0 7s 0 w 0 1d 0 aw 0 8f 0 59 0 4o 0 3x 0 l 0 3u 0 1y 0 4a 0 g 0 7k 0 9s 0 3k 0 ao 0 34 0 34 0 c0 0 34 0 lc 0 9 0 6v 0 28 0 19a 0 m 0 9 0 4 0 a 0 8 0 l 0 6 0 6 0 3 0 du1 0 2o 0 40 0 mo 0 j 0 jt9 0 3j 0 i 0 v1 0 a 0 a 0 a 0 a 0 1u2 0 c0 0 15i 0 3u 0 m8 0 1e 0 e 0 28 0 19 0 r8 0 25r 0 7tq 0"
   ],
   [
    "5/2",
    "2zw 0"
   ],
   [
    "3",
    "1f 0 3k 0 14g 0 40 0 5s 0 bq 0 3k 0 3k 0 3k 0 3k 0 3k 0 3k 0 i 0 3 0 2z 0 3k 0 3k 0 2y 0 3k 0 28 0 80 0 28 0 k8 0 vs 0 g 0 w 0 8m 0 3u 0 4w 0 g 0 5c 0 2o 0 40 0 g 0 ts 0 67 0 g 0 kw 0 k 0 k 0 31 0 ht 0 a 0 a 0 1p3 0 a9 0 3y 0 2o 0 5fr 0 67 0 yh 3 28a 0 e1h 0 5h 0 dn 0 1c 0 5s 0 w 0 2o 0 bk 0 faw 0 148 0 dy 0 d6 0 cg 0 qf 0 x 0 1a 0 36 0 4n 0 3k 0 7s 0 w 0 1d 0 aw 0 8f 0 59 0 4o 0 3x 0 l 0 3u 0 1y 0 4a 0 g 0 7k 0 9s 0 3k 0 ao 0 34 0 34 0 c0 0 34 0 lc 0 9 0 6v 0 28 0 19a 0 7 0 f 0 9 0 4 1 9 1 7 1 3 1 g 0 6 0 6 0 du4 0 2o 0 40 0 mo 0 j 0 jt9 0 3j 0 i 0 v1 0 a 0 a 0 a 0 a 0 1u2 0 c0 0 15i 0 3u 0 m8 0 1e 0 2m 0 19 0 r8 0 25r 0 2yy 0 s 0 60v 0 3gj 0"
   ],
   [
    "7/2",
    "2zx 0"
   ],
   [
    "4",
    "1g 0 180 0 40 0 5s 0 bq 0 3k 0 3k 0 3k 0 3k 0 3k 0 3k 0 3k 0 3k 0 3k 0 2y 0 3k 0 28 0 80 0 28 0 k8 0 vs 0 g 0 w 0 8m 0 3u 0 4w 0 g 0 5c 0 2o 0 40 0 g 0 tc 0 g 0 67 0 g 0 kw 0 k 0 k 0 31 0 ht 0 a 0 a 0 1p3 0 a9 0 3y 0 2o 0 5jn 0 1mt 0 88b 0 7fi 0 5h 0 dn 0 1c 0 5s 0 w 0 2o 0 bk 0 gf4 0 dy 0 d6 0 cg 0 rc 0 1a 1 7s 0 3k 0 7s 0 w 0 1d 0 aw 0 8f 0 59 0 4o 0 3x 0 l 0 3u 0 1y 0 4a 0 g 0 7k 0 9s 0 3k 0 ao 0 34 0 34 0 c0 0 34 0 lc 0 9 0 6v 0 28 0 19a 0 7 0 6 0 9 0 9 0 5 0 a 0 8 0 4 3 d 0 6 1 m 0 dtn 0 2o 0 40 0 mo 0 jts 0 3j 0 i 0 v1 0 a 0 a 0 a 0 a 0 1u2 0 c0 0 15i 0 3u 0 m8 0 1e 0 2m 0 19 0 r8 0 25r 0 vk 0 3i 0 j9n 0"
   ],
   [
    "9/2",
    "2zy 0"
   ],
   [
    "5",
    "1h 0 180 0 40 0 5s 0 bq 0 3k 0 3k 0 3k 0 3k 0 3k 0 3k 0 3k 0 3k 0 3k 0 2y 0 3k 0 28 0 80 0 28 0 k8 0 vs 0 g 0 w 0 8m 0 3u 0 4w 0 g 0 5c 0 2o 0 40 0 g 0 tc 0 g 0 67 0 g 0 kw 0 k 0 k 0 31 0 ht 0 a 0 a 0 1p3 0 e7 0 2o 0 ap 0 th 0 4fe 0 3d 0 h7c 0 5h 0 dn 0 1c 0 5s 0 w 0 2o 0 bk 0 gf4 0 dy 0 1k 0 5 0 7 0 g 0 k 0 aa 0 1o 0 as 0 rc 0 1b 0 28 0 5k 0 88 0 en 0 1m 0 8f 0 59 0 8l 0 l 0 3u 0 1y 0 4a 0 g 0 7k 0 9s 0 3k 0 ao 0 34 0 34 0 c0 0 34 0 lc 0 9 0 6v 0 28 0 19a 0 7 0 6 0 9 0 9 0 5 0 a 0 8 0 k 0 7 1 l 0 dtn 0 2o 0 40 0 mo 0 jts 0 3j 0 i 0 2 0 uz 0 a 0 a 0 a 0 a 0 1u2 0 c0 0 15i 0 3u 0 m8 0 1e 0 2m 0 19 0 r8 0 25r 0 10s 0"
   ],
   [
    "11/2",
    "2zz 0"
   ],
   [
    "6",
    "1i 0 180 0 40 0 5s 0 bq 0 3k 0 3k 0 3k 0 3k 0 3k 0 3k 0 3k 0 3k 0 3k 0 2y 0 3k 0 28 0 80 0 28 0 k8 0 vs 0 g 0 w 0 8m 0 3u 0 4w 0 g 0 5c 0 2o 0 40 0 g 0 tc 0 g 0 67 0 g 0 g 0 kg 0 k 0 k 0 31 0 ht 0 a 0 a 0 1p3 0 e7 0 2o 0 63s 0 dll 0 1e 0 33i 0 5h 0 dn 0 1c 0 5s 0 w 0 2o 0 bk 0 fdn 0 2 0 11f 0 dy 0 d6 0 cg 0 10f 0 oh 0 8f 0 du 0 l 0 3u 0 1y 0 4a 0 g 0 7k 0 9s 0 3k 0 ao 0 34 0 34 0 c0 0 34 0 lc 0 9 0 6v 0 28 0 19a 0 7 0 6 0 9 0 e 0 o 0 e 0 t 0 dtn 0 2o 0 40 0 mo 0 jts 0 3j 0 vj 0 a 0 a 0 a 0 a 0 1u2 0 c0 0 15i 0 3u 0 m8 0 1e 0 2m 0 19 0 r8 0 25r 0 2yc 0"
   ],
   [
    "13/2",
    "300 0"
   ],
   [
    "7",
    "1j 0 180 0 40 0 5s 0 bq 0 3k 0 3k 0 3k 0 3k 0 3k 0 3k 0 3k 0 3k 0 3k 0 2y 0 3k 0 28 0 80 0 28 0 k8 0 vs 0 g 0 w 0 8m 0 3u 0 4w 0 g 0 5c 0 2o 0 40 0 g 0 tc 0 g 0 67 0 g 0 kw 0 k 0 k 0 31 0 ht 0 a 0 a 0 1p3 0 e7 0 2o 0 1qf 0 3p2 0 53j 0 1f8 0 aw1 0 5h 0 dn 0 1c 0 5s 0 w 0 2o 0 bk 0 gf4 0 dy 0 d6 0 cg 0 10f 0 oh 0 8f 0 du 0 l 0 3u 0 1y 0 4a 0 g 0 7k 0 9s 0 3k 0 ao 0 34 0 34 0 c0 0 34 0 lc 0 9 0 6v 0 28 0 19a 0 7 0 6 0 9 0 e 0 o 2 15 0 dtn 0 2o 0 40 0 mo 0 jts 0 3j 0 vj 0 a 0 a 0 a 0 a 0 1u2 0 c0 0 15i 0 3u 0 m8 0 1e 0 2m 0 19 0 r8 0 25r 0 sq 0"
   ],
   [
    "15/2",
    "301 0"
   ],
   [
    "8",
    "1k 0 180 0 40 0 5s 0 bq 0 3k 0 3k 0 3k 0 3k 0 3k 0 3k 0 3k 0 3k 0 3k 0 2y 0 3k 0 28 0 80 0 28 0 k8 0 vs 0 g 0 w 0 8m 0 3u 0 4w 0 g 0 5c 0 2o 0 40 0 g 0 tc 0 g 0 67 0 g 0 kw 0 k 0 k 0 31 0 ht 0 a 0 a 0 1p3 0 e7 0 2o 0 63o 0 3j5 0 d7g 0 5h 0 dn 0 1c 0 5s 0 w 0 2o 0 bk 0 gf4 0 dy 0 d6 0 cg 0 10f 0 oh 0 8f 0 du 0 l 0 3u 0 1y 0 4a 0 g 0 7k 0 9s 0 3k 0 ao 0 34 0 34 0 c0 0 34 0 lc 0 9 0 6v 0 28 0 19a 0 7 0 6 0 9 0 e 0 q 1 14 0 dtn 0 2o 0 40 0 mo 0 jts 0 3j 0 vj 0 a 0 a 0 a 0 a 0 1u2 0 c0 0 15i 0 3u 0 m8 0 1e 0 2m 0 19 0 r8 0 25r 0"
   ],
   [
    "17/2",
    "302 0"
   ],
   [
    "9",
    "1l 0 180 0 40 0 5s 0 bq 0 3k 0 3k 0 3k 0 3k 0 3k 0 3k 0 3k 0 3k 0 3k 0 2y 0 3k 0 28 0 80 0 28 0 k8 0 vs 0 g 0 w 0 8m 0 3u 0 4w 0 g 0 5c 0 2o 0 40 0 g 0 tc 0 g 0 67 0 g 0 kw 0 k 0 k 0 31 0 ht 0 a 0 a 0 1p3 0 e7 0 2o 0 5hx 0 3a9 0 42g 0 9zn 0 5h 0 dn 0 1c 0 5s 0 w 0 2o 0 bk 0 gf4 0 dy 0 d6 0 cg 0 10f 0 oh 0 8f 0 du 0 l 0 3u 0 1y 0 4a 0 g 0 7k 0 9s 0 3k 0 ao 0 34 0 34 0 c0 0 34 0 lc 0 9 0 6v 0 28 0 19a 0 7 0 6 0 9 0 e 0 r 3 11 0 dtn 0 2o 0 40 0 mo 0 jts 0 3j 0 vj 0 a 0 a 0 a 0 a 0 1u2 0 c0 0 15i 0 3u 0 m8 0 1e 0 2m 0 19 0 r8 0 25r 0 1dw7 0"
   ],
   [
    "10",
    "2cw 0 ao 0 16q 0 2rb 0 g 0 kw 0 k 0 k 0 31 0 ht 0 a 0 a 0 1ph 0 dt 0 v 0 1t 0 5kn 0 w1 0 33x 0 tpx 0 3u 0 1eb 0 1l 0 7 0 7 0 9 4 au 0 1k 0 4x 0 w8 0 z 0 1b 0 28 0 q 0 4y 0 3f 0 2i 0 27 0 33 0 w 0 1d 0 9b 0 a5 0 55 0 1c 0 3b 0 42 0 b3 0 11s 0 c0 0 op 0 flk 0 mn 0 jts 0 3j 0 4y9 0 40 0 19 0"
   ],
   [
    "11",
    "6lm 0 g 0 kw 0 k 0 k 0 2h 0 1t40 0 jts 0"
   ],
   [
    "12",
    "6ln 0 g 0 kw 0 k 0 k 0 2h 0 1t40 0 jts 0"
   ],
   [
    "13",
    "770 0 k 0 k 0 2h 0 1t40 0 jts 0"
   ],
   [
    "14",
    "771 0 k 0 k 0 2h 0 1t40 0 jts 0"
   ],
   [
    "15",
    "772 0 k 0 k 0 2h 0 1t40 0 jts 0"
   ],
   [
    "16",
    "1yx 0 586 0 k 0 k 0 2h 0 1t40 0 jts 0"
   ],
   [
    "17",
    "4j2 0 2o2 0 k 0 k 0 2h 0 1t40 0 jts 0"
   ],
   [
    "18",
    "4j3 0 2o2 0 k 0 k 0 2h 0 1t40 0 jts 0"
   ],
   [
    "19",
    "4j4 0 2o2 0 k 0 k 0 2h 0 1t40 0 jts 0"
   ],
   [
    "20",
    "3ub 0 3cw 0 k 0 k 0 2h 0 285 0 eo 0 6ij 0 2bf 0 w0i 0 d6 0 6h 0 w8 0 z 0 1b 0 28 0 q 0 4y 0 3f 0 2i 0 27 0 33 0 w 0 1d 0 jg 0 55 0 1c 0 3b 0 42 0 b3 0 11s 0 c0 0 op 0 105i 0 4y9 0 40 0"
   ],
   [
    "21",
    "9xt 0"
   ],
   [
    "22",
    "9xu 0"
   ],
   [
    "23",
    "9xv 0"
   ],
   [
    "24",
    "9xw 0"
   ],
   [
    "25",
    "9xx 0"
   ],
   [
    "26",
    "9xy 0"
   ],
   [
    "27",
    "9xz 0"
   ],
   [
    "28",
    "9y0 0"
   ],
   [
    "29",
    "9y1 0"
   ],
   [
    "30",
    "3uc 0 5om 0 eo 0 g 0 6i3 0 ybx 0 2b 0 av 0 1cv 0 ww 0 55 0 8p 0 b3 0 1ds 0 op 0 105i 0 4y9 0 40 0 5mf 0"
   ],
   [
    "31",
    "9y3 0"
   ],
   [
    "32",
    "9y4 0"
   ],
   [
    "33",
    "9y5 0"
   ],
   [
    "34",
    "9y6 0"
   ],
   [
    "35",
    "9y7 0"
   ],
   [
    "36",
    "a0h 0"
   ],
   [
    "37",
    "a0i 0"
   ],
   [
    "38",
    "a0j 0"
   ],
   [
    "39",
    "a0k 0"
   ],
   [
    "40",
    "3ud 0 63a 0 2y 0 6fr 0 ybr 0 d6 0 1cv 0 ww 0 du 0 b3 0 1ds 0 op 0 1kx 0 ykl 0 4y9 0 40 0 5mn 0 g 0"
   ],
   [
    "41",
    "a0m 0"
   ],
   [
    "42",
    "a0n 0"
   ],
   [
    "43",
    "a0o 0"
   ],
   [
    "44",
    "a0p 0"
   ],
   [
    "45",
    "a0q 0"
   ],
   [
    "46",
    "a0r 0"
   ],
   [
    "47",
    "a0s 0"
   ],
   [
    "48",
    "a0t 0"
   ],
   [
    "49",
    "a0u 0"
   ],
   [
    "50",
    "3ue 0 2ra 0 g 0 a 0 3ba 0 37 0 14r9 0 1c 0 6 0 7 0 l 3 b 0 ai 0 1h 0 1be 0 4x 0 hr 0 a8 0 du 0 b3 0 1ds 0 op 0 1kx 0 ykl 0 4y9 0 40 0"
   ],
   [
    "60",
    "3uf 0 63a 0 14ug 0 d6 0 1cv 0 ww 0 du 0 b3 0 1ds 0 op 0 105i 0 4y9 0 40 0"
   ],
   [
    "70",
    "3ug 0 63a 0 14ug 0 d6 0 1cv 0 ww 0 du 0 b3 0 1ds 0 op 0 105i 0 4y9 0 40 0"
   ],
   [
    "80",
    "3uh 0 63a 0 14ug 0 d6 0 29r 0 du 0 b3 0 1ds 0 op 0 105i 0 4y9 0 40 0"
   ],
   [
    "90",
    "3ui 0 1axq 0 d6 0 27 0 27k 0 du 0 b3 0 1ds 0 op 0 105i 0 4y9 0 40 0"
   ],
   [
    "100",
    "2cx 0 ao 0 16y 0 2r6 0 g 0 92r 0 7pq 0 6a6 0 l3h 0 1e 0 7 0 o 0 ax 0 6a 0 w8 0 2a 0 28 0 q 0 55 0 38 0 4p 0 33 0 w 0 1d 0 9b 0 ac 0 4z 0 1b 0 3b 0 49 0 b3 0 22h 0 flc 0 pif 0 40 0"
   ],
   [
    "200",
    "1esa 0 d6 0 1cv 0 ww 0 17v5 0 40 0"
   ],
   [
    "300",
    "1esb 0 28 0 ay 0 1cv 0 ww 0 17v5 0 40 0"
   ],
   [
    "400",
    "1esc 0 d6 0 1cv 0 ww 0 17v5 0 40 0 y 0"
   ],
   [
    "500",
    "6lq 0 g 0 1867 0 14 0 7 0 7 0 p 4 av 0 1cv 0 ww 0 17v5 0 40 0"
   ],
   [
    "600",
    "1ese 0 d6 0 1cv 0 ww 0 17v5 0 40 0 x 0"
   ],
   [
    "700",
    "1esf 0 d6 0 1cv 0 ww 0 17v5 0 40 0"
   ],
   [
    "800",
    "1esg 0 d6 0 1cv 0 ww 0 17v5 0 40 0"
   ],
   [
    "900",
    "1esh 0 d6 0 27 0 1ao 0 ww 0 17v5 0 40 0"
   ],
   [
    "1000",
    "2cy 0 ao 0 3y5 0 g 1 8yn 0 v8 0 d7i 0 l4x 0 17 0 7 0 t 0 1d9 0 al 0 30 0 7s 0 w 0 ao 0 o6 0 b3 0 176g 0 40 0"
   ],
   [
    "2000",
    "1esj 0 1q1 0 18s1 0 40 0 t 0"
   ],
   [
    "3000",
    "1esk 0 1q1 0 18s1 0 40 0"
   ],
   [
    "4000",
    "1esl 0 1q1 0 18s1 0 40 0"
   ],
   [
    "5000",
    "6m9 0 186d 0 w 0 8 0 10 0 1nx 0 18s1 0 40 0"
   ],
   [
    "6000",
    "1esn 0 1q1 0 18s1 0 40 0"
   ],
   [
    "7000",
    "1eso 0 1q1 0 18s1 0 40 0"
   ],
   [
    "8000",
    "1esp 0 1q1 0 18s1 0 40 0"
   ],
   [
    "9000",
    "1esq 0 1q1 0 18s1 0 40 0"
   ],
   [
    "10000",
    "3uk 0 2rq 0 8sl 0 ap1 0 oov 0 16 0 1e2 0 at 0 j95 0 piw 0 u 0 36 0 m 0"
   ],
   [
    "20000",
    "1ess 0 1q1 0 18s1 0 40 0"
   ],
   [
    "30000",
    "1est 0 1q1 0 18s1 0 40 0"
   ],
   [
    "40000",
    "1esu 0 1q1 0 18s1 0 40 0"
   ],
   [
    "50000",
    "6mf 0 186g 0 o 0 f 0 1oy 0 18s1 0 40 0"
   ],
   [
    "60000",
    "1esw 0 1q1 0 18s1 0 40 0"
   ],
   [
    "70000",
    "1esx 0 1q1 0 18s1 0 40 0"
   ],
   [
    "80000",
    "1esy 0 1q1 0 18s1 0 40 0"
   ],
   [
    "90000",
    "1esz 0 1q1 0 18s1 0 40 0"
   ],
   [
    "100000",
    "6mg 0 19wl 0 18s1 0 2 0 k 0"
   ],
   [
    "200000",
    "1gj2 0 18s1 0"
   ],
   [
    "216000",
    "1lpu 0"
   ],
   [
    "300000",
    "1gj3 0"
   ],
   [
    "400000",
    "1gj4 0"
   ],
   [
    "432000",
    "1lpv 0"
   ],
   [
    "500000",
    "1gj5 0"
   ],
   [
    "600000",
    "1gj6 0"
   ],
   [
    "700000",
    "1gj7 0"
   ],
   [
    "800000",
    "1gj8 0"
   ],
   [
    "900000",
    "1gj9 0"
   ],
   [
    "1000000",
    "1zry 0"
   ],
   [
    "10000000",
    "2pb5 0"
   ],
   [
    "20000000",
    "2pb6 0"
   ],
   [
    "100000000",
    "fjz 0 g5 0 1jrv 0"
   ],
   [
    "10000000000",
    "1zs0 0"
   ],
   [
    "1000000000000",
    "g1y 0 1jq3 0"
   ]
  ]
 ],
 [
  "sb sentencebreak",
  [
   [
    "xx other",
    ""
   ],
   [
    "at aterm",
    "1a 0 6ba 0 17vy 0 58 0"
   ],
   [
    "cl close",
    "y 0 5 2 1e 0 2 0 u 0 2 0 1a 0 g 0 2v3 3 1ge 1 1vg 7 q 1 b 1 1j 1 f 1 hm 3 u 1 tt 5 8 d 28 1 w 9 b8 l 1s 3 x 1 sj d f 1 3 9 p 0 j 7 bw 9 3 7 2 2 14in 1 60 1 t f 3 1 h 5 4q 1 1e 0 2 0 u 0 2 0 2 1 2 1 1csz 2"
   ],
   [
    "cr",
    "d 0"
   ],
   [
    "ex extend",
    "lc 33 7o 6 7c 18 2 0 2 1 2 1 2 0 21 a 1d k h 0 2u 6 3 5 3 1 2 3 10 0 v q 2k a 1n 8 a 0 p 3 2 8 2 2 2 4 18 2 1p 7 17 n 2 w 1j 2 2 h 2 6 b 1 u 2 1l 0 2 6 3 1 3 2 a 0 b 1 r 0 3 2 1l 0 2 4 5 1 3 2 4 0 v 1 4 0 c 2 1l 0 2 7 2 2 2 2 l 1 n 5 2 2 1l 0 2 6 3 1 3 2 8 2 b 1 v 0 1o 4 4 2 2 3 a 0 15 4 1k 0 2 6 2 2 2 3 8 1 c 1 u 2 1l 0 2 6 2 2 2 3 8 1 c 1 t 3 1k 1 2 6 2 2 2 3 a 0 b 1 u 2 1z 0 5 5 2 0 2 7 j 1 1q 0 3 6 d 7 2r 0 3 8 c 5 23 1 s 0 2 0 2 0 5 1 1e j 2 1 6 a 2 z a 0 2t j o 3 5 2 2 2 3 6 4 3 e b 2 0 b 3 jk 2 qb 3 t 2 u 1 v 1 1t v a 0 1a 2 2 0 3a 1 z 0 3b b 5 b 64 4 1m 9 2 s 3 0 1d u 1e 4 1c g 13 8 d 2 v c 1l d 1d j 49 2 2 k 5 0 7 0 3 2 5j 1r el 1 5f w 2db 2 3y 0 2p v ff 5 2y 1 n9x 3 2 9 x 1 29 1 7l 0 4 0 5 0 o 4 5 0 2c 1 1f h r h e 0 13 7 q c 19 3 1c d 11 0 1w d d 0 9 1 1a 2 1f 0 2 2 3 1 6 1 2 0 16 4 6 1 6l 7 2 1 fn5 0 ki f h f a7 1 gu 0 6b 0 46 4 1af 2 2 1 6 3 15 2 5 0 4m 1 fy 3 as 1 4a a 1e 3 3f 2 1i e 16 0 3 1 b 3 1a a 8 0 1q 2 11 d h 1 19 0 d 2 1d d 9 3 2 1 2l b 7 0 4h b m 3 1k 1 2 6 3 1 3 2 a 0 b 1 3 6 4 4 5d h o 0 2a j 6k 6 3 8 s 1 2b g 2z c 2u e 75 e 6u 5 2 1 3 3 2 0 2 1 3y 6 3 6 4 0 t 9 15 6 2 3 9 0 a a 1b f ba 7 2 7 2b l 2 d 3f 5 4 0 2 1 2 6 2 0 1v 4 2 1 2 4 9o 3 f0a 4 1o 6 t5 0 2 1i 8 3 2a 0 c 1 f58 1 3mq 19 3 m f3 4 4 5 9 7 3 6 v 3 45 2 1j0 1i 5 1d 9 0 f 0 n 4 2 e 11t 6 2 g 3 6 2 1 2 4 7a 6 ag 0 1q 3 15t 6 32 6 gzbq 2n 3l 6n"
   ],
   [
    "fo format",
    "4t 0 11v 5 n 0 5d 0 1e 0 ap 1 29 0 2zw 0 1kt 0 3 1 r 4 1e 4 2 9 17yo 0 6y 2 3b6 0 g 0 6zn 8 qy0 3 440 7 h407 0"
   ],
   [
    "le oletter",
    "cb 0 5 3 5t 0 11 6 7 b r 0 2 0 3q 0 dh 0 3b q 5 4 19 16 10 1 2 2q 2 0 g 1 8 1 b 2 3 0 h 0 2 t u 2g c 0 p w a 1 5 0 6 l 5 0 a 0 4 0 o o 8 a 6 n 2 5 i 15 1n 1h 4 0 j 0 8 9 g f 5 7 3 1 3 l 2 6 2 0 4 3 4 0 h 0 e 1 2 2 f 1 b 0 9 5 5 1 3 l 2 6 2 1 2 1 2 1 w 3 2 0 k 2 h 8 2 2 2 l 2 6 2 1 2 4 4 0 j 0 g 1 o 0 c 7 3 1 3 l 2 6 2 1 2 4 4 0 v 1 2 2 g 0 i 0 2 5 4 2 2 3 4 1 2 0 2 1 4 1 4 2 4 b n 0 1h 7 2 2 2 m 2 f 4 0 r 2 3 0 3 1 v 0 5 7 2 2 2 m 2 9 2 4 4 0 w 1 2 1 g 1 i 8 2 2 2 14 3 0 h 0 6 2 9 2 p 5 6 h 4 n 2 8 2 0 3 6 1n 1b 2 1 d 6 1n 1 2 0 2 4 2 n 2 0 2 9 2 1 a 0 3 4 2 0 m 3 x 0 1s 7 2 z s 4 38 16 l 0 h 5 5 3 4 0 4 1 8 2 5 c d 0 1u 16 2 98 2 3 3 6 2 0 2 3 3 14 2 3 3 w 2 3 3 6 2 0 2 3 3 e 2 1k 2 3 3 1u 12 f 36 h7 3 g 2 p 6 22 4 a 8 h e i f h f c 2 2 g 1f 10 0 5 0 1w 2g 8 4 3 x 2 0 6 1x b u 1e t 3 4 c 17 5 p 1j m a 1g 2b 0 2m 1a i 7 1j t e 1 b 17 r z 16 2 b z j 16 3 2 16 3 2 5 2 1 4 0 u3 3 20 2 3 3 2aw 1j 8 0 h m a 6 2 6 2 6 2 6 2 6 2 6 2 6 2 6 29 0 d2 2 q 8 8 4 3 4 5 2d 7 2 2 2h 2 3 6 16 2 2l i v 1d f e9 533 1t h3g 1w 19 3 7g 4 f b 1 1v 0 h 0 x 27 14 8 2x 0 7 0 2r 2 3 0 4 6 2 2 2 3 2 m u 1f f 1d 1r 5 4 0 2 1 c r b m q s 8 1a t 0 h 4 2 9 b 4 2 14 o 2 2 7 l m 4 0 4 1d 2 0 4 1 3 4 3 0 2 0 p 2 3 a 8 2 d 5 3 5 3 5 a 6 2 6 1n 0 2f y u 8mb d m 5 1c 6it a5 3 2x 1w 0 2 9 2 c 2 4 2 0 2 1 2 1 2 2z y a2 j 1r 3 1h 15 b 39 4 2 3q 2y 1j 3 u 4 5 3 5 3 5 3 2 10 b 2 p 2 i 2 1 2 e 3 d z 3e 1y 1g 7g s 4 1c 1c v e t 6 11 b t 3 z 5 7 2 4 3f 25 2r 13 9 1f 4d 8m a l b 7 q 1 3i 5 3 0 2 17 2 1 4 0 3 m b m a u 1u i 2 1 b l b p 1z 1j 7 1 1t 0 g 3 2 2 2 s 17 s 4 s 10 7 2 r s 1h b l b i e h 33 20 54 z 9p 15 7 1 27 s b 0 9 l 17 h 1b k s m d 1g 1m 1 3 0 e 18 x o r z u 0 3 0 9 y 4 0 d 1b f 3 m 0 2 0 10 h 2 o 2d 6 2 0 2 3 2 e 2 9 8 1a 13 7 3 1 3 l 2 6 2 1 2 4 4 0 j 0 d 4 4f 1g j 3 l 2 v 1b l 1 2 0 55 1a 16 3 11 1b l 0 1o 16 e 0 20 q 12 6 56 17 5w 7 3 0 3 7 2 1 2 n g 0 2 0 2n 7 3 12 h 0 2 0 t 0 b 13 8 0 m 0 c 19 k 0 j 20 7c 8 2 10 i 0 1e t 35 6 2 1 2 11 m 0 q 5 2 1 2 v f 0 94 i 5a 0 28 pl 2v 32 i 5f 219 2o g tq 34i g6 6nu fs 8 u i 26 i t j 1b h 3 w k 6 i oh 22 6 0 1v c 1t 1 2 0 t 4qf 9 yd 17 8 6w8 3 2 6 2 1 2 82 1a 2 i 3 9 az 1s5 2y 6 c 4 8 8 9 6sx 0 dy 18 b 6 h 0 8y t j 17 z9 6 2 3 2 1 2 e 2 5g 3r 0 xh 3 2 q 2 1 2 0 3 0 2 9 2 3 2 0 2 0 7 0 5 0 2 0 2 0 2 2 2 1 2 0 3 0 2 0 2 0 2 0 2 0 2 1 2 0 3 3 2 6 2 3 2 3 2 0 2 9 2 g 6 2 2 4 2 g 3et wyn x 37c 8 65 3 4g1 f 5rk 2e8 f1 15v 3t6"
   ],
   [
    "lf",
    "a 0"
   ],
   [
    "lo lower",
    "2p p 1c 0 b 0 5 0 11 n 2 7 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 1 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 1 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 3 0 2 0 2 2 3 0 2 0 3 0 4 1 5 0 3 0 4 2 3 0 3 0 2 0 2 0 3 0 2 1 2 0 3 0 4 0 2 0 3 1 3 2 7 0 3 0 3 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 1 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 1 3 0 2 0 4 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 6 3 0 3 1 2 0 5 0 2 0 2 0 2 0 2 1w 2 z 8 1 v 4 3x 0 2 0 4 0 3 3 j 0 s y 2 1 4 2 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 4 2 0 3 0 3 1 1g 1b 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 a 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 3 0 2 0 2 0 2 0 2 0 2 0 2 1 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 1d 14 2uo 5 1oj 8 3c 5b 1u 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 8 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 8 9 5 b 7 9 7 9 5 b 7 9 7 9 d 3 7 9 7 9 7 9 4 2 1 7 0 4 2 2 1 9 3 3 1 9 7 b 2 2 1 3e 0 e 0 h c 32 0 4 1 4 0 s 0 5 0 5 0 3 1 9 3 5 0 y f 5 0 ng p 1fr 1b 2 0 4 1 2 0 2 0 2 0 5 0 2 1 2 7 4 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 1 8 0 2 0 5 0 d 11 2 0 6 0 nx0 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 k 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 2 3q 0 2 0 2 0 2 0 2 0 2 0 2 2 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 9 2 0 2 0 3 0 2 0 2 0 2 0 2 0 5 0 2 0 3 0 2 2 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 6 0 6 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 5 0 2 0 7 0 2 0 2 0 2 0 2 0 t 0 2 2 mu 16 2 c 8 27 fnl 6 d 4 tm p y6 13 3t z 4c a 2 e 2 6 2 1 ck 0 3 2 2 15 2 8 zq 1e 2by v gw1 v k2j p r 6 2 h r p r 3 2 0 2 6 2 a r p r p r p r p r p r p r p r p r r t o 2 5 r o 2 5 r o 2 5 r o 2 5 r o 2 5 2 0 1f9 9 2 j 1z8 x"
   ],
   [
    "nu numeric",
    "1c 9 17r 9 2 1 3o 9 5j 9 bh 9 3b 9 3b 9 3b 9 3b 9 3b 9 3b 9 3b 9 3b 9 3b 9 2p 9 3b 9 1z 9 7r 9 1z 9 1fr 9 13 9 8d 9 3l 9 4n 9 7 9 53 9 2f 9 3r 9 7 9 r7r 9 iv 9 13 9 5j 9 n 9 2f 9 bb 9 gev 9 13b 9 1on 9 ml 9 3l 9 1p 9 41 9 7r 9 9j 9 3b 9 af 9 2v 9 2v 9 br 9 2v 9 l3 9 6v 9 1z 9 f5j 9 2f 9 3r 9 lf9 1d 1tt 9 br 9 193 9 3o7 9"
   ],
   [
    "sc scontinue",
    "18 1 d 0 10j 0 4v 1 dn 0 362 0 6 0 1l7 1 359 0 14pb 1 2 0 u 1 u 1 4 0 3 0 b 0 4p 1 d 0 22 0"
   ],
   [
    "se sep",
    "3p 0 68z 1"
   ],
   [
    "sp",
    "9 0 2 1 k 0 3k 0 4bk 0 1vk a 11 0 1c 0 335 0"
   ],
   [
    "st sterm",
    "x 0 u 0 11m 0 44 2 51 0 18 2 6v 0 1q 0 2 0 4 1 86 1 1d1 1 lz 0 5 1 li 0 5j 1 5p 0 6 0 8r 1 9v 3 4v 1 3 1 u 1 59 1 1u 1 ql 1 a 2 2qt 0 e 0 n 1 by 0 n3x 0 7j 1 6c 0 4 0 an 1 2f 1 2o 0 49 1 44 2 41 1 6y 0 ga3 1 4q 0 u 0 1u 0 25x 1 zi 4 19 3 5a 1 3a 3 3k 2 3m 1 7 0 h 1 2h 1 2 1 31 0 bm 1 ae 1 6 e 2y 1 6y 2 ee 0 2 0 70 1 2g 1 bp 1 j9 1 ewm 1 3q 0 1u 1 c 0 no 0 fev 0 5wp 0"
   ],
   [
    "up upper",
    "1t p 2u m 2 6 y 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 3 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 3 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 1 2 0 2 0 4 1 2 0 2 1 2 2 3 3 2 1 2 2 4 1 2 1 2 0 2 0 2 1 2 0 3 0 2 1 2 2 2 0 2 1 4 0 8 1 2 1 2 1 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 3 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 3 1 2 0 2 2 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 8 1 2 1 3 0 2 3 2 0 2 0 2 0 2 0 82 0 2 0 4 0 9 0 7 0 2 2 2 0 2 1 2 g 2 8 10 0 3 2 4 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 6 0 3 0 2 1 3 1e 1d 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 a 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 1 2 0 2 0 2 0 2 0 2 0 2 0 3 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 3 11 28a 11 2 0 6 0 k3 2d 1zf 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 a 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 a 7 9 5 b 7 9 7 9 5 c 0 2 0 2 0 2 0 9 7 p 7 9 7 9 7 9 4 c 4 c 3 d 4 c 4 7a 0 5 0 4 2 3 2 3 0 4 4 7 0 2 0 2 0 2 3 3 3 b 1 6 0 r f k 0 mr p 1f5 1b 1d 0 2 2 3 0 2 0 2 0 2 3 2 0 3 0 9 2 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 9 0 2 0 5 0 nym 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 k 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 3s 0 2 0 2 0 2 0 2 0 2 0 2 0 4 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 b 0 2 0 2 1 2 0 2 0 2 0 2 0 5 0 2 0 3 0 2 0 4 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 4 2 4 2 0 2 0 2 0 2 0 2 0 2 0 2 0 2 3 2 0 7 0 6 0 2 0 t 0 h7w p xy 13 3t z 4d a 2 e 2 6 2 1 1d7 1e 2cu v gw1 v k2p p r p r p r 0 2 1 3 0 3 1 3 3 2 7 r p r 1 2 3 3 7 2 6 s 1 2 3 2 4 2 0 4 6 s p r p r p r p r p r p v o y o y o y o y o y 0 3ee x 1lb p 7 p 7 p"
   ]
  ]
 ],
 [
  "vo verticalorientation",
  [
   [
    "r rotated",
    ""
   ],
   [
    "tr transformedrotated",
    "6y1 1 2ji 9 3 b h 0 34 0 2k 0 14kd 5 4q 1 h 1 w 0 2 0 2 0 s 5 3n 0"
   ],
   [
    "tu transformedupright",
    "9hd 1 1r 0 2 0 2 0 2 0 2 0 q 0 w 0 2 0 2 0 7 0 7 1 5 1 5 0 2 0 2 0 2 0 2 0 q 0 w 0 2 0 2 0 7 0 7 1 1d 0 5l f 74 2g 10 4 1429 2 4v 0 b 0 2 0 h 0 1bz5 1"
   ],
   [
    "u upright",
    "4n 0 2 0 5 0 3 0 b 2 p 0 w 0 dv 1 2s5 73 ea hq fl 27 1ef 0 a 1 f 1 a 1 6 0 5 2 8 0 k 0 3c 3 2 2 s 1 2 6 6 0 4 1 2 1 7 5 2 0 2 0 2 0 5 0 7 a 6 5 2 1 2 1m 3 3 3z 0 m 1 5n 7 5 j 5 4 3 0 2a t 10 f 2 0 2 a 7 1s 2 63 4h 3d 7 93 f t ov t x 9 1q 0 x p 2 o 5 f gh 1 1b ao 3 4 b 1 d f 2 f 2 0 2 0 2 0 2 0 2 o 2 u 2 0 2 0 2 5 2 5 3 3 3 2 3 0 2 0 2 0 2 0 2 o 2 u 2 0 2 0 2 5 2 5 3 4 2 15 2 5j h 72 2i y 6 mdr wh v ht 8ov 1kx 5bz lt f h o b 4 8 3 5 8 43 5 3 1 4 a 7 q 2 0 2 0 2 q 3q 2 2 3 9 8 4 1 1vn v 2ch 3j sh 5b 475 u7 341 hr 869 5un 6sx lr 5j5 5r 1d e7 69 4f w1 j3 47l e7 3 16l 75 e7 zl 1ekd 3 1ekd fg8z 1ekd 3 1ekd"
   ]
  ]
 ],
 [
  "wb wordbreak",
  [
   [
    "xx other",
    ""
   ],
   [
    "cr",
    "d 0"
   ],
   [
    "dq doublequote",
    "y 0"
   ],
   [
    "eb ebase",
    ""
   ],
   [
    "ebg ebasegaz",
    ""
   ],
   [
    "em emodifier",
    ""
   ],
   [
    "ex extendnumlet",
    "2n 0 6a8 0 g 1 k 0 17tr 1 p 2 6o 0"
   ],
   [
    "extend",
    "lc 33 7o 6 7c 18 2 0 2 1 2 1 2 0 21 a 1d k h 0 2u 6 3 5 3 1 2 3 10 0 v q 2k a 1n 8 a 0 p 3 2 8 2 2 2 4 18 2 1p 7 17 n 2 w 1j 2 2 h 2 6 b 1 u 2 1l 0 2 6 3 1 3 2 a 0 b 1 r 0 3 2 1l 0 2 4 5 1 3 2 4 0 v 1 4 0 c 2 1l 0 2 7 2 2 2 2 l 1 n 5 2 2 1l 0 2 6 3 1 3 2 8 2 b 1 v 0 1o 4 4 2 2 3 a 0 15 4 1k 0 2 6 2 2 2 3 8 1 c 1 u 2 1l 0 2 6 2 2 2 3 8 1 c 1 t 3 1k 1 2 6 2 2 2 3 a 0 b 1 u 2 1z 0 5 5 2 0 2 7 j 1 1q 0 3 6 d 7 2r 0 3 8 c 5 23 1 s 0 2 0 2 0 5 1 1e j 2 1 6 a 2 z a 0 2t j o 3 5 2 2 2 3 6 4 3 e b 2 0 b 3 jk 2 qb 3 t 2 u 1 v 1 1t v a 0 1a 2 2 0 3a 1 z 0 3b b 5 b 64 4 1m 9 2 s 3 0 1d u 1e 4 1c g 13 8 d 2 v c 1l d 1d j 49 2 2 k 5 0 7 0 3 2 5j 1r el 0 5g w 2db 2 3y 0 2p v ff 5 2y 1 n9x 3 2 9 x 1 29 1 7l 0 4 0 5 0 o 4 5 0 2c 1 1f h r h e 0 13 7 q c 19 3 1c d 11 0 1w d d 0 9 1 1a 2 1f 0 2 2 3 1 6 1 2 0 16 4 6 1 6l 7 2 1 fn5 0 ki f h f a7 1 gu 0 6b 0 46 4 1af 2 2 1 6 3 15 2 5 0 4m 1 fy 3 as 1 4a a 1e 3 3f 2 1i e 16 0 3 1 b 3 1a a 8 0 1q 2 11 d h 1 19 0 d 2 1d d 9 3 2 1 2l b 7 0 4h b m 3 1k 1 2 6 3 1 3 2 a 0 b 1 3 6 4 4 5d h o 0 2a j 6k 6 3 8 s 1 2b g 2z c 2u e 75 e 6u 5 2 1 3 3 2 0 2 1 3y 6 3 6 4 0 t 9 15 6 2 3 9 0 a a 1b f ba 7 2 7 2b l 2 d 3f 5 4 0 2 1 2 6 2 0 1v 4 2 1 2 4 9o 3 f0a 4 1o 6 t5 0 2 1i 8 3 2a 0 c 1 f58 1 3mq 19 3 m f3 4 4 5 9 7 3 6 v 3 45 2 1j0 1i 5 1d 9 0 f 0 n 4 2 e 11t 6 2 g 3 6 2 1 2 4 7a 6 ag 0 1q 3 15t 6 32 6 241 4 gx7l 2n 3l 6n"
   ],
   [
    "fo format",
    "4t 0 11v 5 n 0 5d 0 1e 0 ap 1 29 0 2zw 0 1kw 1 r 4 1e 4 2 9 17yo 0 6y 2 3b6 0 g 0 6zn 8 qy0 3 440 7 h407 0"
   ],
   [
    "gaz glueafterzwj",
    ""
   ],
   [
    "hl hebrewletter",
    "15c q 5 3 1cff 0 2 9 2 c 2 4 2 0 2 1 2 1 2 9"
   ],
   [
    "ka katakana",
    "9ip 4 2u 1 4 2i 2 3 6p f 5t 1a 2 2f 14b3 1j ytv 3 2 6 2 1 2 0 80 2 1u 3"
   ],
   [
    "le aletter",
    "1t p 7 p 1c 0 b 0 5 0 6 m 2 u 2 db 7 x 35 4 2 1 3 3 2 0 7 0 2 2 2 0 2 j 2 2a 2 3u 9 4l 2 11 3 3 2 0 2 14 2 0 2x 0 19 16 10 1 2 2q 2 0 g 1 8 1 b 2 3 0 h 0 2 t u 2g c 0 p w a 1 5 0 6 l 5 0 a 0 4 0 o o 8 a 6 n 2 5 i 15 1n 1h 4 0 j 0 8 9 g f 5 7 3 1 3 l 2 6 2 0 4 3 4 0 h 0 e 1 2 2 f 1 b 0 9 5 5 1 3 l 2 6 2 1 2 1 2 1 w 3 2 0 k 2 h 8 2 2 2 l 2 6 2 1 2 4 4 0 j 0 g 1 o 0 c 7 3 1 3 l 2 6 2 1 2 4 4 0 v 1 2 2 g 0 i 0 2 5 4 2 2 3 4 1 2 0 2 1 4 1 4 2 4 b n 0 1h 7 2 2 2 m 2 f 4 0 r 2 3 0 3 1 v 0 5 7 2 2 2 m 2 9 2 4 4 0 w 1 2 1 g 1 i 8 2 2 2 14 3 0 h 0 6 2 9 2 p 5 6 h 4 n 2 8 2 0 3 6 8q 0 1s 7 2 z s 4 7o 11 2 0 6 0 3 16 2 98 2 3 3 6 2 0 2 3 3 14 2 3 3 w 2 3 3 6 2 0 2 3 3 e 2 1k 2 3 3 1u 12 f h 2d 3 5 4 h7 3 g 2 p 6 22 4 a 8 h e i f h f c 2 2 4w 2g 8 4 3 x 2 0 6 1x b u 6a m 6n 1a i 7 1j t e 1 b 17 r z 16 2 b z 3 8 8 16 3 2 16 3 2 5 2 1 4 0 6 5b 1t 7p 3 5 3 11 3 5 3 7 2 0 2 0 2 0 2 u 3 1g 2 6 2 0 4 2 2 6 4 3 3 5 5 c 6 2 2 6 39 0 e 0 h c 2u 0 5 0 3 9 2 0 4 4 7 0 2 0 2 0 2 3 2 a 3 3 6 4 5 0 i 14 mm 1f 1ef 6c 7 3 4 1 d 11 2 0 6 0 3 1j 8 0 h m a 6 2 6 2 6 2 6 2 6 2 6 2 6 2 6 29 0 d2 0 1i 1 5l 16 2 2l i v ls1 wc 1w 19 3 7g 4 f b 1 l 1a h u 3 27 p 5e 6 1 2 0 2 4 p f 2 2 2 3 2 m u 1f f 1d 1r 5 4 0 2 1 c r b m q s 8 1a t 0 1d 14 o 2 2 7 45 a 8 2 d 5 3 5 3 5 a 6 2 6 2 1l 7 36 u 8mb d m 5 1c 6x1 6 d 4 1l 2p y a2 j 1r 3 1h 15 b 39 4 2 3q 11 p 7 p 1y u 4 5 3 5 3 5 3 2 10 b 2 p 2 i 2 1 2 e 3 d z 3e 1y 1g 7g s 4 1c 1c v e t 6 11 b t 3 z 5 7 2 4 17 4d j z 5 z 5 13 9 1f d a 2 e 2 6 2 1 2 a 2 e 2 6 2 1 1w 8m a l b 7 p 5 2 15 2 8 1y 5 3 0 2 17 2 1 4 0 3 m b m a u 1u i 2 1 b l b p 1z 1j 7 1 1t 0 g 3 2 2 2 s 17 s 4 s 10 7 2 r s 1h b l b i e h 33 20 1k 1e e 1e e z 9p 15 7 1 27 s b 0 9 l 17 h 1b k s m d 1g 1m 1 3 0 e 18 x o r z u 0 3 0 9 y 4 0 d 1b f 3 m 0 2 0 10 h 2 o 2d 6 2 0 2 3 2 e 2 9 8 1a 13 7 3 1 3 l 2 6 2 1 2 4 4 0 j 0 d 4 4f 1g j 3 l 2 v 1b l 1 2 0 55 1a 16 3 11 1b l 0 1o 16 e 0 94 17 39 1r w 7 3 0 3 7 2 1 2 n g 0 2 0 2n 7 3 12 h 0 2 0 t 0 b 13 8 0 m 0 c 19 k 0 j 20 7c 8 2 10 i 0 1e t 35 6 2 1 2 11 m 0 q 5 2 1 2 v f 0 94 i 5a 0 28 pl 2v 32 i 5f 219 2o g tq 34i g6 6nu fs 8 u i 26 i t j 1b h 3 w k 6 i j5 1r 3l 22 6 0 1v c 1t 1 2 0 f19 2y 6 c 4 8 8 9 4mf 2c 2 1y 2 1 3 0 3 1 3 3 2 b 2 0 2 6 2 1s 2 3 3 7 2 6 2 r 2 3 2 4 2 0 4 6 2 9f 3 o 2 o 2 u 2 o 2 u 2 o 2 u 2 o 2 u 2 o 2 7 1f9 u de 18 b 6 h 0 8y t j 17 z9 6 2 3 2 1 2 e 2 5g 1o 1v 8 0 xh 3 2 q 2 1 2 0 3 0 2 9 2 3 2 0 2 0 7 0 5 0 2 0 2 0 2 2 2 1 2 0 3 0 2 0 2 0 2 0 2 0 2 1 2 0 3 3 2 6 2 3 2 3 2 0 2 9 2 g 6 2 2 4 2 g hh p 7 p 7 p"
   ],
   [
    "lf",
    "a 0"
   ],
   [
    "mb midnumlet",
    "1a 0 6ay 1 b 0 17vy 0 51 0 7 0"
   ],
   [
    "ml midletter",
    "1m 0 3h 0 k0 0 d4 0 45 0 56b 0 17u4 0 1u 0 5h 0"
   ],
   [
    "mn midnum",
    "18 0 f 0 n7 0 ej 0 3n 1 2n 0 b0 0 4ss 0 17t8 0 4 0 1o 0 4 0 54 0 f 0"
   ],
   [
    "nl newline",
    "b 1 3d 0 68z 1"
   ],
   [
    "nu numeric",
    "1c 9 17r 9 2 0 3p 9 5j 9 bh 9 3b 9 3b 9 3b 9 3b 9 3b 9 3b 9 3b 9 3b 9 3b 9 2p 9 3b 9 1z 9 7r 9 1z 9 1fr 9 13 9 8d 9 3l 9 4n 9 7 9 53 9 2f 9 3r 9 7 9 r7r 9 iv 9 13 9 5j 9 n 9 2f 9 bb 9 gev 9 13b 9 1on 9 ml 9 3l 9 1p 9 41 9 7r 9 9j 9 3b 9 af 9 2v 9 2v 9 br 9 2v 9 l3 9 6v 9 1z 9 f5j 9 2f 9 3r 9 lf9 1d 1tt 9 br 9 193 9 3o7 9"
   ],
   [
    "ri regionalindicator",
    "2qcm p"
   ],
   [
    "sq singlequote",
    "13 0"
   ],
   [
    "wsegspace",
    "w 0 4f4 0 1vk 6 2 2 2d 0 335 0"
   ],
   [
    "zwj",
    "6bx 0"
   ]
  ]
 ]
];
/** Properties that hold or do not, by all their names. */
export const LONE: readonly (readonly [names: string, ends: string])[] = [["ce compositionexclusion","1ug 7 3h 1 2 0 2c 0 3 0 z 2 3 0 72 1 rq 0 a 0 5 0 5 0 5 0 d 0 d 0 2 0 r 0 a 0 5 0 5 0 5 0 d 0 5cz 0 154x 0 2 0 b c 2 4 2 0 2 1 2 1 2 8 16a8 6 2f 5"],["compex fullcompositionexclusion","n4 1 2 1 1c 0 a 0 9 0 15d 7 3h 1 2 0 2c 0 3 0 z 2 3 0 72 1 rq 0 a 0 5 0 5 0 5 0 d 0 a 0 2 1 2 0 9 0 i 0 a 0 5 0 5 0 5 0 d 0 33s 0 2 0 2 0 2 0 2 0 2 0 2 0 1q 0 3 0 b 0 2 0 8 0 8 0 8 0 8 0 3 1 a 0 2 0 2 0 3 1 85 0 4 1 e6 1 1iq 0 14pw 7h 3 0 2 0 3 9 2 0 2 0 3 1 4 1v 3 2x 1w 0 2 0 b c 2 4 2 0 2 1 2 1 2 8 16a8 6 2f 5 1m4g f1"],["hyphen","19 0 3k 0 yl 0 3ng 0 1l6 1 2rq 0 kk 0 14ko 0 4q 0 2g 0"],["pcm prependedconcatenationmark","16o 5 60 0 1e 0 ap 1 29 0 1g4b 0 g 0"]];
