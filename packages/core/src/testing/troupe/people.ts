import { limbLayer, soloLayer, type Line, type Member } from './member.js';
import { brushed, dotted, flat, shaded, shadowed, striped } from './paint.js';
import { adult, bowl, dressed, person, thing, type Sketch } from './person.js';
import { anyOf, limb, oval, rounded } from './shapes.js';

const INK: Line['colour'] = [38, 32, 46];

/** An adult in a slight A-pose, flat colours, thick dark outline, arms behind the coat. */
function pip(): Member {
  return person(
    adult('Pip', { width: 5, colour: INK }, [
      [232, 186, 150],
      [226, 168, 60],
      [62, 84, 120],
      [70, 96, 74],
    ]),
  );
}

/** Arms straight out, thin outline, shaded cloth, arms over the trunk and open at the shoulder. */
function tansy(): Member {
  const sketch = adult('Tansy', { width: 2, colour: [60, 40, 50] }, [
    [196, 142, 108],
    [120, 160, 150],
    [150, 120, 160],
    [70, 60, 80],
  ]);
  const top = shaded([150, 196, 180], [88, 128, 124], [120, 150], [300, 330]);
  const arms = { ...sketch.arms, A: [90, 90, 90] as const, B: [90, 90, 90] as const };
  return person({
    ...sketch,
    width: 640,
    x: 320,
    arms,
    paints: { ...sketch.paints, top },
    armsInFront: ['A', 'B'],
    openArms: true,
  });
}

/** Both elbows bent to a right angle, no outline at all. */
function cob(): Member {
  const sketch = adult('Cob', null, [
    [220, 170, 130],
    [186, 70, 64],
    [50, 70, 90],
    [40, 40, 50],
  ]);
  const sleeve = flat([160, 52, 50]);
  const arms = { ...sketch.arms, A: [24, 104, 110] as const, B: [20, 88, 92] as const };
  return person({ ...sketch, width: 560, x: 280, arms, paints: { ...sketch.paints, sleeve } });
}

/** One hand on the hip, coloured outline. */
function marl(): Member {
  const sketch = adult('Marl', { width: 4, colour: [120, 52, 44] }, [
    [240, 200, 160],
    [238, 204, 120],
    [150, 84, 66],
    [96, 60, 50],
  ]);
  const arms = { ...sketch.arms, A: [52, -42, -60] as const, B: [14, 8, 4] as const, lengths: [96, 88, 34] as const };
  return person({ ...sketch, width: 520, x: 260, arms, armsInFront: ['A', 'B'] });
}

/** From the side: near limbs over the trunk, far ones behind, mid-step. */
function quill(): Member {
  const sketch = adult('Quill', { width: 3, colour: INK }, [
    [214, 160, 120],
    [96, 130, 170],
    [110, 90, 70],
    [60, 50, 44],
  ]);
  return person({
    ...sketch,
    trunk: { ...sketch.trunk, shoulders: 44, hem: 46 },
    arms: { ...sketch.arms, A: [24, 6, 4], B: [28, 20, 12] },
    legs: { ...sketch.legs, A: [20, -6, 60], B: [24, 10, 40] },
    hips: 6,
    armsInFront: ['A'],
    paints: { ...sketch.paints, sleeve: flat([80, 112, 152]) },
  });
}

/** A child in three-quarter view: a large head, a striped jersey, the near arm in front. */
function fen(): Member {
  const sketch = adult('Fen', { width: 3, colour: [50, 44, 60] }, [
    [236, 190, 158],
    [240, 240, 232],
    [90, 120, 160],
    [180, 80, 60],
  ]);
  const jersey = striped([242, 238, 226], [54, 92, 138], 16, 82);
  return person({
    ...sketch,
    height: 520,
    head: { y: 96, rx: 62, ry: 66 },
    trunk: { shoulderY: 172, hemY: 312, shoulders: 58, hem: 54 },
    arms: { A: [26, 18, 14], B: [16, 24, 20], lengths: [62, 58, 30], radii: [19, 16, 14, 15] },
    legs: { A: [4, 2, 16], B: [2, 0, 10], lengths: [78, 72, 22], radii: [25, 21, 18, 17] },
    hips: 26,
    armsInFront: ['A'],
    paints: { ...sketch.paints, top: jersey },
  });
}

/** A long skirt over both hips and knees. */
function ruse(): Member {
  const sketch = adult('Dame Ruse', { width: 6, colour: [64, 30, 70] }, [
    [228, 178, 150],
    [150, 70, 130],
    [230, 200, 190],
    [60, 40, 70],
  ]);
  const skirt = rounded(
    [
      [150, 330],
      [270, 330],
      [318, 478],
      [102, 478],
    ],
    14,
  );
  const hair = thing('hair//', 'head//', bowl(sketch, 10, -12), flat([92, 52, 40]), sketch.line);
  return dressed(person(sketch), [thing('coat//', 'torso//', skirt, flat([176, 90, 150]), sketch.line), hair]);
}

/** Heavy and bearded, painted softly without a line: the beard hides the neck and the chin. */
function brock(): Member {
  const sketch: Sketch = {
    ...adult('Brock', null, [
      [214, 158, 128],
      [92, 108, 96],
      [84, 74, 70],
      [52, 46, 46],
    ]),
    trunk: { shoulderY: 160, hemY: 352, shoulders: 104, hem: 98 },
    arms: { A: [16, 10, 6], B: [16, 10, 6], lengths: [96, 86, 40], radii: [32, 27, 21, 23] },
    legs: { A: [2, 0, 8], B: [2, 0, 8], lengths: [106, 92, 24], radii: [40, 34, 27, 25] },
    hips: 46,
    neck: 26,
    head: { y: 86, rx: 54, ry: 60 },
  };
  const top = brushed(shaded([124, 142, 126], [62, 78, 72], [120, 170], [320, 360]), 12, 3);
  const sleeve = brushed(shaded([112, 130, 116], [58, 72, 68], [100, 180], [330, 340]), 10, 5);
  const skin = brushed(shaded([232, 178, 146], [176, 120, 100], [170, 40], [260, 150]), 8, 7);
  const beard = anyOf(
    oval([210, 132], 46, 40),
    rounded(
      [
        [186, 140],
        [234, 140],
        [222, 214],
        [198, 214],
      ],
      10,
    ),
  );
  return dressed(person({ ...sketch, armsInFront: ['A', 'B'], paints: { ...sketch.paints, top, sleeve, skin } }), [
    thing('beard//', 'head//', beard, brushed(flat([120, 96, 80]), 16, 9), null),
  ]);
}

/** Hooded: a cape over both shoulders, from which the arms come out. */
function hob(): Member {
  const sketch = adult('Hob', { width: 4, colour: [30, 40, 38] }, [
    [220, 176, 140],
    [120, 120, 90],
    [86, 76, 60],
    [60, 54, 44],
  ]);
  const cape = rounded(
    [
      [176, 160],
      [244, 160],
      [296, 244],
      [124, 244],
    ],
    18,
  );
  const hood = thing('hood//', 'head//', bowl(sketch, 14, 6), flat([74, 110, 92]), sketch.line);
  return dressed(person({ ...sketch, arms: { ...sketch.arms, A: [26, 20, 16], B: [26, 20, 16] } }), [
    thing('cape//', 'torso//', cape, flat([86, 126, 104]), sketch.line),
    hood,
  ]);
}

/** An apron over trunk and thighs, a checked shirt, and shadows that the arms cast on it. */
function fife(): Member {
  const sketch = adult('Fife', { width: 2.5, colour: [70, 50, 40] }, [
    [226, 180, 150],
    [210, 120, 90],
    [70, 80, 110],
    [90, 60, 44],
  ]);
  const cast = anyOf(limb([150, 190], [132, 290], 26, 22), limb([270, 190], [288, 290], 26, 22));
  const apron = rounded(
    [
      [172, 222],
      [248, 222],
      [262, 400],
      [158, 400],
    ],
    10,
  );
  const top = shadowed(striped([214, 122, 92], [190, 96, 74], 12, 0), cast, 0.45);
  return dressed(
    person({ ...sketch, armsInFront: ['A', 'B'], paints: { ...sketch.paints, top, sleeve: flat([208, 118, 90]) } }),
    [thing('apron//', 'torso//', apron, shadowed(flat([236, 230, 214]), cast, 0.35), sketch.line)],
  );
}

/** A toddler with short thick limbs, a scarf over the neck, softly shaded, no line. */
function dab(): Member {
  const sketch: Sketch = {
    ...adult('Dab', null, [
      [244, 206, 176],
      [120, 180, 200],
      [230, 190, 90],
      [200, 90, 80],
    ]),
    height: 480,
    head: { y: 104, rx: 72, ry: 70 },
    trunk: { shoulderY: 178, hemY: 304, shoulders: 62, hem: 66 },
    neck: 20,
    arms: { A: [34, 30, 26], B: [34, 30, 26], lengths: [50, 46, 26], radii: [23, 20, 17, 18] },
    legs: { A: [4, 2, 14], B: [4, 2, 14], lengths: [62, 54, 20], radii: [31, 27, 22, 20] },
    hips: 32,
  };
  const top = shaded([150, 208, 222], [92, 148, 176], [160, 180], [280, 300]);
  const scarf = limb([168, 186], [252, 186], 17, 17);
  return dressed(person({ ...sketch, paints: { ...sketch.paints, top } }), [
    thing('scarf//', 'neck//', scarf, dotted([206, 84, 96], [250, 230, 200], 14), null),
  ]);
}

/** A swimmer with a long tail in four stretches, dotted, in three-quarter view. */
function merle(): Member {
  const sketch = adult('Merle', { width: 3, colour: [30, 60, 70] }, [
    [206, 170, 140],
    [90, 150, 150],
    [90, 150, 150],
    [70, 120, 130],
  ]);
  const base = person({ ...sketch, arms: { ...sketch.arms, A: [30, 50, 60], B: [40, 22, 6] }, width: 560, x: 250 });
  const scales = dotted([96, 160, 158], [60, 120, 128], 18);
  const tail = limbLayer({
    addresses: ['tail/root/', 'tail/middle/', 'tail/tip/'],
    parent: 'torso//',
    points: [
      [290, 318],
      [372, 356],
      [440, 320],
      [492, 250],
    ],
    radii: [30, 24, 17, 10],
    paints: [scales],
    line: sketch.line,
  });
  const crest = soloLayer(
    { address: 'hair/back/', parent: 'head//', shape: oval([262, 92], 58, 44), paint: flat([40, 90, 96]), joint: null },
    sketch.line,
  );
  return dressed(base, [], [tail, crest]);
}

export const PEOPLE: readonly (() => Member)[] = [
  pip,
  tansy,
  cob,
  marl,
  quill,
  fen,
  ruse,
  brock,
  hob,
  fife,
  dab,
  merle,
];
