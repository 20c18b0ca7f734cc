/** A 5 by 7 dot alphabet: five columns a character, the lowest bit on top. */
const COLUMNS = `
 :0000000000 !:00005f0000 +:08083e0808 -:0808080808 −:0808080808 .:0000606000 ::0000140000 /:2010080402 ?:0201590906
0:3e5149453e 1:00427f4000 2:7249494946 3:2141494d33 4:1814127f10 5:2745454539 6:3c4a494931 7:4121110907 8:3649494936 9:464949291e
A:7c1211127c B:7f49494936 C:3e41414122 D:7f4141413e E:7f49494941 F:7f09090901 G:3e41415173 H:7f0808087f I:00417f4100
J:2040413f01 K:7f08142241 L:7f40404040 M:7f021c027f N:7f0408107f O:3e4141413e P:7f09090906 Q:3e4151215e R:7f09192946
S:2649494932 T:03017f0103 U:3f4040403f V:1f2040201f W:3f4038403f X:6314081463 Y:0304780403 Z:6159494d43 ▶:7f3e1c0800 ·:0000180000 _:4040404040
=:1414141414 ●:1c3e3e3e1c •:001c1c1c00 *:14083e0814 #:147f147f14 ":0007000700 $:242a7f2a12 %:2313086462 &:3649552250
':0005030000 (:001c224100 ):0041221c00 ,:0050300000 ;:0056360000 <:0814224100 >:0041221408 @:324979413e [:007f414100 ]:0041417f00
^:0402010204 {:0008364100 |:00007f0000 }:0041360800 ~:1008081008
`;

const GLYPHS = new Map<string, number[]>([[' ', [0, 0, 0, 0, 0]]]);
for (const word of COLUMNS.trim().split(/\s+/)) {
  const char = word[0]!;
  const hex = word.slice(2);
  if (hex.length === 10) GLYPHS.set(char, [0, 2, 4, 6, 8].map((at) => Number.parseInt(hex.slice(at, at + 2), 16)));
}

/** The dots of a text as one path, each a square of 0.86 on a pitch of 1. */
export function dotPath(text: string): { path: string; width: number } {
  let path = '';
  let x = 0;
  for (const char of text) {
    const columns = GLYPHS.get(char) ?? GLYPHS.get(char.toUpperCase()) ?? GLYPHS.get('?')!;
    columns.forEach((column, dx) => {
      for (let y = 0; y < 7; y += 1) if (column & (1 << y)) path += `M${x + dx} ${y}h.86v.86h-.86z`;
    });
    x += 6;
  }
  return { path, width: Math.max(1, x - 1) };
}
