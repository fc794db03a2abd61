// core/src/measure/csv-text.ts
import Papa from "papaparse";
var FORMULA = /^'*[=+\-@\t\r]/;
var PLAIN_NUMBER = /^-?\d+(\.\d+)?$/;
var safeCell = (text) => FORMULA.test(text) && !PLAIN_NUMBER.test(text) ? `'${text}` : text;
var plainCell = (cell) => cell.startsWith("'") && FORMULA.test(cell) ? cell.slice(1) : cell;

// core/src/measure/random.ts
import { uniformFloat64 } from "pure-rand/distribution/uniformFloat64";
import { xoroshiro128plus } from "pure-rand/generator/xoroshiro128plus";
function chanceFrom(seed) {
  const generator = xoroshiro128plus(seed);
  const uniform = () => uniformFloat64(generator);
  return {
    uniform,
    normal: () => Math.sqrt(-2 * Math.log(1 - uniform())) * Math.cos(2 * Math.PI * uniform()),
    below: (below) => Math.floor(uniform() * below)
  };
}

// core/src/measure/result.ts
var problem = (code, message, place2 = {}) => ({ ok: false, problem: { code, message, place: place2 } });

// core/src/measure/units.ts
var INCH_M = 0.0254;
function formatSmall(metres2, units) {
  const value = units === "metric" ? metres2 * 100 : metres2 / INCH_M;
  const text = Math.abs(value).toFixed(1);
  return `${Number(text) !== 0 && value < 0 ? "\u2212" : ""}${text} ${units === "metric" ? "cm" : "in"}`;
}

// core/src/measure/verdict.ts
var TOLERANCE = 1e-9;
function atMost(value, limit, expandedU) {
  if (value + expandedU <= limit + TOLERANCE) return "met";
  return value - expandedU > limit + TOLERANCE ? "not-met" : "cannot-tell";
}
var atLeast = (value, limit, expandedU) => atMost(-value, -limit, expandedU);

// core/src/check/capture.ts
var NOTABLE_SHARE = 0.1;
var NOTABLE_STEP_M = 0.04;
var NOTABLE_TIME_S = 0.04;
function captureReport({ track, detection }, uncertainty) {
  const withHeadings = track.left.headingDeg !== null && track.right.headingDeg !== null;
  const { rateHz, noiseM, missingShare, smallestStepM: smallestStepM2 } = detection;
  const { timeS: timeUS, positionM: positionUM } = uncertainty;
  const notices = [];
  if (!withHeadings) notices.push({ about: "no headings" });
  if (missingShare > NOTABLE_SHARE) notices.push({ about: "missing samples", share: missingShare });
  if (smallestStepM2 > NOTABLE_STEP_M) notices.push({ about: "short steps", smallestStepM: smallestStepM2, noiseM, rateHz });
  if (timeUS > NOTABLE_TIME_S)
    notices.push({ about: "landings", expandedUS: 2 * timeUS, hasHeight: track.left.z !== null });
  return {
    durationS: (track.timeS.at(-1) ?? 0) - (track.timeS[0] ?? 0),
    rateHz,
    noiseM,
    missingShare,
    positionUM,
    timeUS,
    headingUDeg: withHeadings ? uncertainty.headingDeg : null,
    smallestStepM: smallestStepM2,
    notices
  };
}

// core/src/geometry/vector.ts
var add = (a, b) => ({ x: a.x + b.x, y: a.y + b.y });
var subtract = (a, b) => ({ x: a.x - b.x, y: a.y - b.y });
var scale = (a, factor) => ({ x: a.x * factor, y: a.y * factor });
var midpoint = (a, b) => ({ x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 });
var lengthM = (a) => Math.sqrt(a.x * a.x + a.y * a.y);
function distanceM(a, b) {
  const dx = a.x - b.x;
  const dy = a.y - b.y;
  return Math.sqrt(dx * dx + dy * dy);
}
var dot = (a, b) => a.x * b.x + a.y * b.y;
var between = (a, b, share) => ({
  x: a.x + (b.x - a.x) * share,
  y: a.y + (b.y - a.y) * share
});
var radians = (deg) => deg * Math.PI / 180;
var degrees = (rad) => rad * 180 / Math.PI;
function wrapDeg(deg) {
  const turned3 = ((deg + 180) % 360 + 360) % 360 - 180;
  return turned3 === -180 ? 180 : turned3;
}
var headingDeg = (a, b) => wrapDeg(degrees(Math.atan2(b.x - a.x, b.y - a.y)));
var forward = (headingDegrees) => ({
  x: Math.sin(radians(headingDegrees)),
  y: Math.cos(radians(headingDegrees))
});
var rightOf = (headingDegrees) => ({
  x: Math.cos(radians(headingDegrees)),
  y: -Math.sin(radians(headingDegrees))
});
function inFacing(v, facingDeg) {
  const sin2 = Math.sin(radians(facingDeg));
  const cos2 = Math.cos(radians(facingDeg));
  return { rightM: v.x * cos2 - v.y * sin2, forwardM: v.x * sin2 + v.y * cos2 };
}
var fromFacing = (origin, facingDeg, rightM, forwardM) => add(origin, add(scale(rightOf(facingDeg), rightM), scale(forward(facingDeg), forwardM)));
function turnAbout(p, about, turnDeg) {
  if (turnDeg === 0) return p;
  const { x, y } = subtract(p, about);
  const [sin2, cos2] = [Math.sin(radians(turnDeg)), Math.cos(radians(turnDeg))];
  return { x: about.x + x * cos2 + y * sin2, y: about.y - x * sin2 + y * cos2 };
}
function boundsOf(points) {
  let [left, near, right, far] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const { x, y } of points) {
    left = Math.min(left, x);
    right = Math.max(right, x);
    near = Math.min(near, y);
    far = Math.max(far, y);
  }
  return { least: { x: left, y: near }, most: { x: right, y: far } };
}

// core/src/geometry/polygon.ts
function distanceToSegmentM(p, a, b) {
  const along = subtract(b, a);
  const lengthSquared = dot(along, along);
  const share = lengthSquared === 0 ? 0 : Math.min(1, Math.max(0, dot(subtract(p, a), along) / lengthSquared));
  return distanceM(p, { x: a.x + along.x * share, y: a.y + along.y * share });
}
function contains(polygon, p) {
  let inside = false;
  for (let i = 0, j = polygon.length - 1; i < polygon.length; j = i++) {
    const a = polygon[i];
    const b = polygon[j];
    if (a.y > p.y !== b.y > p.y && p.x < (b.x - a.x) * (p.y - a.y) / (b.y - a.y) + a.x) {
      inside = !inside;
    }
  }
  return inside;
}
function signedDistanceM(polygon, p) {
  let nearest2 = Infinity;
  for (let i = 0, j = polygon.length - 1; i < polygon.length; j = i++) {
    nearest2 = Math.min(nearest2, distanceToSegmentM(p, polygon[i], polygon[j]));
  }
  return contains(polygon, p) ? -nearest2 : nearest2;
}
function convexHull(points) {
  const sorted = [...points].sort((a, b) => a.x - b.x || a.y - b.y);
  const turn2 = (o, a, b) => (a.x - o.x) * (b.y - o.y) - (a.y - o.y) * (b.x - o.x);
  const chain = (ordered) => {
    const hull = [];
    for (const p of ordered) {
      while (hull.length >= 2 && turn2(hull.at(-2), hull.at(-1), p) <= 0) hull.pop();
      hull.push(p);
    }
    return hull.slice(0, -1);
  };
  return [...chain(sorted), ...chain(sorted.reverse())];
}
var sidesOf = (polygon) => polygon.map((corner, i) => [corner, polygon[(i + 1) % polygon.length]]);
var signedAreaM2 = (polygon) => sidesOf(polygon).reduce((sum, [a, b]) => sum + a.x * b.y - b.x * a.y, 0) / 2;
function nearestOnSegment(p, a, b) {
  const along = subtract(b, a);
  const squared = dot(along, along);
  const share = squared === 0 ? 0 : Math.min(1, Math.max(0, dot(subtract(p, a), along) / squared));
  return { x: a.x + along.x * share, y: a.y + along.y * share };
}

// core/src/moves/event.ts
var eventsOf = (moves2) => moves2.flatMap(({ events }) => events);
function ballsAfter(before, events) {
  const at = (foot) => events.findLast((event) => event.foot === foot)?.to ?? before[foot];
  return { left: at("left"), right: at("right") };
}
var arcTurnDeg = ({ from, to, swingDeg = 0 }, about) => wrapDeg(headingDeg(about, to) - headingDeg(about, from) - swingDeg) + swingDeg;
function ballOnWay({ from, to, about, swingDeg }, share) {
  if (!about) return between(from, to, share);
  const radiusM = distanceM(about, from) * (1 - share) + distanceM(about, to) * share;
  const deg = headingDeg(about, from) + share * arcTurnDeg({ from, to, swingDeg }, about);
  return { x: about.x + radiusM * Math.sin(radians(deg)), y: about.y + radiusM * Math.cos(radians(deg)) };
}
var turnOfDeg = ({ headingBeforeDeg, headingAfterDeg }) => headingBeforeDeg === null || headingAfterDeg === null ? null : wrapDeg(headingAfterDeg - headingBeforeDeg);
function shownBy({ how, from, to }) {
  switch (how) {
    case "step":
    case "drag":
    case "hop":
      return "place";
    case "pivot":
      return "heading";
    case "bounce":
      return "height";
    case "raise":
      return distanceM(from, to) > SAME_PLACE_M ? "place" : "height";
  }
}
var SAME_PLACE_M = 0.03;

// core/src/body/proportions.ts
var STATURE_FRACTIONS = {
  footLength: 0.152,
  footBreadth: 0.055,
  ankleHeight: 0.039,
  kneeHeight: 0.285,
  hipHeight: 0.53,
  shoulderHeight: 0.818,
  shoulderWidth: 0.259,
  hipWidth: 0.191,
  upperArm: 0.186,
  forearm: 0.146,
  hand: 0.108,
  chinHeight: 0.87,
  eyeHeight: 0.936
};
var BALL_FROM_HEEL = 0.73;
var TAPE_U_M = 0.01;
var ESTIMATE_U_SHARE = 0.04;
var measured = (valueM) => ({ valueM, uM: TAPE_U_M, source: "measured" });
function measuredOr(valueM, fraction, statureM) {
  if (valueM !== void 0) return measured(valueM);
  const estimate = fraction * statureM;
  return { valueM: estimate, uM: ESTIMATE_U_SHARE * estimate, source: "estimated" };
}
function bodyOf(lengths) {
  const f = STATURE_FRACTIONS;
  const h = lengths.statureM;
  return {
    stature: measured(h),
    shoulderWidth: measuredOr(lengths.shoulderWidthM, f.shoulderWidth, h),
    hipHeight: measuredOr(lengths.hipHeightM, f.hipHeight, h),
    footLength: measuredOr(lengths.footLengthM, f.footLength, h),
    footBreadth: measuredOr(lengths.footBreadthM, f.footBreadth, h),
    armLength: measuredOr(lengths.armLengthM, f.upperArm + f.forearm + f.hand / 2, h)
  };
}

// core/src/body/schools.ts
var LIMITS = {
  togetherRatio: 0.4,
  togetherBreadths: 2.2,
  narrowedRatio: 0.6,
  overstretchRatio: 1.4,
  restoreRatio: 0.12,
  halfStepRatio: 0.4,
  facingDeg: 15,
  directionDeg: 30,
  stepShare: 0.25,
  crossedBreadths: 0.5,
  bandExcursionS: 0.3,
  beatShare: 0.25,
  tempoShare: 0.1
};
var LIFT = {
  travel: "lift",
  flightShare: 0.3,
  betweenShare: 0.08,
  longestFlightS: 0.32
};
var DRAG = {
  travel: "drag",
  flightShare: 0.34,
  betweenShare: 0.06,
  longestFlightS: 0.38
};
var because = (number2, standing3, why) => ({
  number: number2,
  standing: standing3,
  why
});
var COMMON_BASIS = [
  because("separationShoulders", "own choice", "Ball to ball as a multiple of the shoulder width."),
  because("separationAtLeastM", "own choice", "No lower end that matters: any body is wider."),
  because("separationAtMostM", "own choice", "No upper end that matters: any body is narrower."),
  because("stanceAngleDeg", "own choice", "Between side-on and square."),
  because("leadToeOutDeg", "common practice", "Lead foot at the target."),
  because("rearToeOutDeg", "common practice", "The rear foot turns out about 45 degrees."),
  because("leadHeelUp", "own choice", "The lead foot carries flat until it steps."),
  because("rearHeelUp", "common practice", "The rear heel is up, so the calf can push at once."),
  because("weightOnLead", "common practice", "Even weight leaves both feet free to go first."),
  because("heightShare", "own choice", "Boxers stand lower than they walk."),
  because(
    "planStretchRatio",
    "own choice",
    "A plan that opens the stance to 1.34 leaves what a recording needs to be sure of before overstretching."
  ),
  because("limits.togetherRatio", "own choice", "Below four tenths of the stance a push or a sweep tips it."),
  because(
    "limits.togetherBreadths",
    "own choice",
    "Nearer than two feet and a little there is no base, whatever the stance."
  ),
  because("limits.narrowedRatio", "own choice", "Worth seeing, not yet a loss of the base."),
  because(
    "limits.overstretchRatio",
    "own choice",
    "Beyond 1.4 the next step has to gather the stance first."
  ),
  because("limits.restoreRatio", "own choice", "Five to seven centimetres for most bodies."),
  because(
    "limits.halfStepRatio",
    "own choice",
    "A longer step commits the weight until it lands, and opens the stance beyond 1.4 in its middle."
  ),
  because("limits.facingDeg", "own choice", "One step of the eye."),
  because("limits.directionDeg", "own choice", "Off by more, the step went somewhere else."),
  because("limits.stepShare", "own choice", "A quarter of a half step is three to six centimetres."),
  because(
    "limits.crossedBreadths",
    "own choice",
    "Ankles pass when the balls are half a foot past each other."
  ),
  because("limits.bandExcursionS", "own choice", "Shorter is a sway, not a loss of distance."),
  because("limits.beatShare", "own choice", "A quarter of a beat is heard by everyone in the room."),
  because("limits.tempoShare", "own choice", "A tenth faster or slower is another tempo."),
  because("timing.travel", "own choice", "Lifting costs no friction; some schools slide."),
  because("timing.flightShare", "own choice", "Two short flights and double support fill a beat."),
  because("timing.betweenShare", "common practice", "The second foot lands almost with the first."),
  because("timing.longestFlightS", "own choice", "A slow tempo does not make a slow foot.")
];
var basisOf = (...own) => COMMON_BASIS.map((common) => own.find(({ number: number2 }) => number2 === common.number) ?? common);
var NO_LOWER_END_M = 0.2;
var NO_UPPER_END_M = 1.2;
var SCHOOLS = [
  {
    id: "shoulder-width",
    name: "Shoulder width",
    summary: "Feet a shoulder width apart, lead toe at the target, rear foot turned out.",
    separationShoulders: 1.15,
    separationAtLeastM: NO_LOWER_END_M,
    separationAtMostM: NO_UPPER_END_M,
    stanceAngleDeg: 45,
    leadToeOutDeg: 0,
    rearToeOutDeg: 45,
    leadHeelUp: false,
    rearHeelUp: true,
    weightOnLead: 0.5,
    heightShare: 0.94,
    planStretchRatio: 1.34,
    limits: LIMITS,
    timing: LIFT,
    basis: basisOf(
      because(
        "separationShoulders",
        "own choice",
        "A shoulder width is taught between the feet; ball to ball adds about the breadth of a foot."
      ),
      because("stanceAngleDeg", "own choice", "Equal parts width and length."),
      because("rearToeOutDeg", "common practice", "The rear foot turns out about 45 degrees."),
      because("weightOnLead", "common practice", "Even weight leaves both feet free to go first."),
      because("rearHeelUp", "common practice", "The calf can push at once.")
    )
  },
  {
    id: "wide-base",
    name: "Wide base",
    summary: "Two to three feet between the feet: a low, solid base to hit from.",
    separationShoulders: 1.55,
    separationAtLeastM: 0.61,
    separationAtMostM: 0.91,
    stanceAngleDeg: 42,
    leadToeOutDeg: 0,
    rearToeOutDeg: 45,
    leadHeelUp: false,
    rearHeelUp: true,
    weightOnLead: 0.5,
    heightShare: 0.9,
    planStretchRatio: 1.34,
    limits: LIMITS,
    timing: DRAG,
    basis: basisOf(
      because("separationAtLeastM", "common practice", "Two feet between the feet."),
      because("separationAtMostM", "common practice", "Three feet between the feet."),
      because("separationShoulders", "own choice", "Puts an average adult in the middle of it."),
      because("stanceAngleDeg", "own choice", "A little longer than wide, so the base resists a push."),
      because("timing.travel", "own choice", "A wide base is mostly moved by sliding.")
    )
  },
  {
    id: "tall-square",
    name: "Tall and square",
    summary: "Kickboxing: upright and facing the opponent, more weight in front, ready to kick.",
    separationShoulders: 1.2,
    separationAtLeastM: NO_LOWER_END_M,
    separationAtMostM: NO_UPPER_END_M,
    stanceAngleDeg: 60,
    leadToeOutDeg: 5,
    rearToeOutDeg: 25,
    leadHeelUp: false,
    rearHeelUp: true,
    weightOnLead: 0.6,
    heightShare: 0.97,
    planStretchRatio: 1.34,
    limits: LIMITS,
    timing: LIFT,
    basis: basisOf(
      because("weightOnLead", "common practice", "About a fifth more forward than even."),
      because("heightShare", "own choice", "A deep stance has to rise before it can kick or check."),
      because("separationShoulders", "common practice", "A little wider than the shoulders."),
      because("stanceAngleDeg", "own choice", "Square enough for the rear leg to kick without a turn."),
      because("rearToeOutDeg", "own choice", "Hips nearly to the front.")
    )
  },
  {
    id: "side-on",
    name: "Long side-on",
    summary: "Feet nearly on one line to the target: long, narrow, hard to hit.",
    separationShoulders: 1.4,
    separationAtLeastM: NO_LOWER_END_M,
    separationAtMostM: NO_UPPER_END_M,
    stanceAngleDeg: 22,
    leadToeOutDeg: 0,
    rearToeOutDeg: 75,
    leadHeelUp: true,
    rearHeelUp: true,
    weightOnLead: 0.45,
    heightShare: 0.92,
    planStretchRatio: 1.34,
    limits: LIMITS,
    timing: LIFT,
    basis: basisOf(
      because("stanceAngleDeg", "own choice", "Side-on, but with room for the feet to pass."),
      because("separationShoulders", "own choice", "Long, for the in-and-out."),
      because("rearToeOutDeg", "own choice", "The rear foot follows the hip."),
      because("weightOnLead", "own choice", "A little back, so the lead foot is free to go.")
    )
  },
  {
    id: "neutral",
    name: "Neutral",
    summary: "Feet parallel and level, for hooks and uppercuts from either side.",
    separationShoulders: 1.2,
    separationAtLeastM: NO_LOWER_END_M,
    separationAtMostM: NO_UPPER_END_M,
    stanceAngleDeg: 84,
    leadToeOutDeg: 0,
    rearToeOutDeg: 0,
    leadHeelUp: false,
    rearHeelUp: false,
    weightOnLead: 0.5,
    heightShare: 0.93,
    planStretchRatio: 1.34,
    limits: LIMITS,
    timing: LIFT,
    basis: basisOf(
      because("leadToeOutDeg", "common practice", "Parallel feet."),
      because("stanceAngleDeg", "own choice", "Level but for a few centimetres that keep a lead side."),
      because("separationShoulders", "common practice", "A little wider than the shoulders.")
    )
  }
];
function schoolOf(id) {
  const school = SCHOOLS.find((candidate) => candidate.id === id);
  if (!school) throw new Error(`no school "${id}"`);
  return school;
}

// core/src/body/stance.ts
var otherFoot = (foot) => foot === "left" ? "right" : "left";
function fitStance(student) {
  const named = student.school ?? schoolOf(student.schoolId);
  const school = { ...named, limits: { ...LIMITS, ...named.limits } };
  const body = bodyOf(student.lengths);
  const wanted = school.separationShoulders * body.shoulderWidth.valueM;
  const separationM = Math.min(school.separationAtMostM, Math.max(school.separationAtLeastM, wanted));
  return {
    school,
    body,
    leadSide: student.leadSide,
    separation: {
      valueM: separationM,
      uM: school.separationShoulders * body.shoulderWidth.uM,
      source: body.shoulderWidth.source
    },
    stanceAngleDeg: school.stanceAngleDeg,
    widthM: separationM * Math.sin(radians(school.stanceAngleDeg)),
    lengthM: separationM * Math.cos(radians(school.stanceAngleDeg))
  };
}
function facingOfToe({ leadSide, school }, lead, toeDeg) {
  const out = lead === leadSide ? school.leadToeOutDeg : school.rearToeOutDeg;
  return wrapDeg(toeDeg - (lead === "left" ? -out : out));
}
function toeHeadingDeg(stance, foot, facingDeg) {
  const out = foot === stance.leadSide ? stance.school.leadToeOutDeg : stance.school.rearToeOutDeg;
  return wrapDeg(facingDeg + (foot === "left" ? -out : out));
}
function placeStance(stance, centre, facingDeg) {
  const place2 = (foot) => {
    const isLead = foot === stance.leadSide;
    const across = (foot === "left" ? -1 : 1) * (stance.widthM / 2);
    const along = (isLead ? 1 : -1) * (stance.lengthM / 2);
    return {
      ball: fromFacing(centre, facingDeg, across, along),
      headingDeg: toeHeadingDeg(stance, foot, facingDeg),
      heelUp: isLead ? stance.school.leadHeelUp : stance.school.rearHeelUp
    };
  };
  return { left: place2("left"), right: place2("right") };
}
function readStance(left, right, facingDeg, leadSide) {
  const leftFromRight = inFacing(subtract(left, right), facingDeg);
  const side = leadSide === "left" ? 1 : -1;
  return {
    centre: midpoint(left, right),
    separationM: distanceM(left, right),
    stanceAngleDeg: degrees(Math.atan2(-leftFromRight.rightM, side * leftFromRight.forwardM)),
    crossedM: leftFromRight.rightM
  };
}
var OUTLINE = [
  [-0.42, 0.06],
  [-0.4, 0.17],
  [-0.24, 1 - BALL_FROM_HEEL],
  [0.08, 0.23],
  [0.36, 0.12],
  [0.5, -0.02],
  [0.46, -0.25],
  [0.34, -0.55],
  [0.24, -0.69],
  [0, -BALL_FROM_HEEL],
  [-0.24, -0.69],
  [-0.34, -0.55],
  [-0.3, -0.3],
  [-0.38, -0.1]
];
var SMOOTH_OUTLINE = smoothClosed(OUTLINE, 3);
function smoothClosed(corners, pieces) {
  const at = (i) => corners[(i + corners.length) % corners.length];
  const curve = (a, b, c, d, t) => 0.5 * (2 * b + (c - a) * t + (2 * a - 5 * b + 4 * c - d) * t * t + (3 * b - a - 3 * c + d) * t * t * t);
  return corners.flatMap(
    (_, i) => Array.from({ length: pieces }, (_piece, k) => {
      const [p, q, r, s] = [at(i - 1), at(i), at(i + 1), at(i + 2)];
      return [curve(p[0], q[0], r[0], s[0], k / pieces), curve(p[1], q[1], r[1], s[1], k / pieces)];
    })
  );
}
function footOutline(name, foot, body) {
  const outward = name === "left" ? -1 : 1;
  return SMOOTH_OUTLINE.map(
    ([across, along]) => fromFacing(
      foot.ball,
      foot.headingDeg,
      outward * across * body.footBreadth.valueM,
      along * body.footLength.valueM
    )
  );
}
var [ACROSS, ALONG] = [0, 1].map((axis) => {
  const values = SMOOTH_OUTLINE.map((corner) => corner[axis] ?? 0);
  return { least: Math.min(...values), most: Math.max(...values) };
});
function awayFromFootM({ ball, headingDeg: headingDeg2 }, body, p) {
  if (!ACROSS || !ALONG) return 0;
  const { rightM, forwardM } = inFacing(subtract(p, ball), headingDeg2);
  const wideM = Math.max(-ACROSS.least, ACROSS.most) * body.footBreadth.valueM;
  const lengthM2 = body.footLength.valueM;
  const aside = Math.max(0, Math.abs(rightM) - wideM);
  const along = Math.max(0, forwardM - ALONG.most * lengthM2, ALONG.least * lengthM2 - forwardM);
  return Math.sqrt(aside * aside + along * along);
}
var FOREFOOT_BEHIND = 0.12;
function supportOutline(name, foot, body) {
  const outline2 = footOutline(name, foot, body);
  if (!foot.heelUp) return outline2;
  const behindM = -FOREFOOT_BEHIND * body.footLength.valueM;
  return outline2.filter((p) => inFacing(subtract(p, foot.ball), foot.headingDeg).forwardM >= behindM);
}

// core/src/body/balance.ts
var MASS_HEIGHT = 0.56;
var PUSH_HEIGHT = 0.818;
var DIRECTIONS = [
  ["front", 0],
  ["right", 90],
  ["back", 180],
  ["left", -90]
];
var RING_DEG = 15;
function carryingPoint(name, foot, body) {
  if (foot.heelUp) return foot.ball;
  const sole = footOutline(name, foot, body);
  const sum = sole.reduce(add, { x: 0, y: 0 });
  return scale(sum, 1 / sole.length);
}
function carriedBy(stance, feet2, facingDeg, posture) {
  const { body, leadSide, school } = stance;
  const base = convexHull([
    ...supportOutline("left", feet2.left, body),
    ...supportOutline("right", feet2.right, body)
  ]);
  const rearSide = leadSide === "left" ? "right" : "left";
  const lead = carryingPoint(leadSide, feet2[leadSide], body);
  const rear = carryingPoint(rearSide, feet2[rearSide], body);
  const lean = posture.leanDeg * Math.PI / 180;
  const standingM = body.stature.valueM * school.heightShare;
  const leaned = (heightShare) => standingM * heightShare * Math.sin(lean);
  const carried = between(rear, lead, posture.weightOnLead);
  return { base, carried, leaned, massAt: fromFacing(carried, facingDeg, 0, leaned(MASS_HEIGHT)) };
}
function balanceMarginM(stance, feet2, facingDeg, posture) {
  const { base, massAt } = carriedBy(stance, feet2, facingDeg, posture);
  return -signedDistanceM(base, massAt);
}
function balanceOf(stance, feet2, facingDeg, posture) {
  const { body, school } = stance;
  const { base, carried, leaned, massAt } = carriedBy(stance, feet2, facingDeg, posture);
  const standingM = body.stature.valueM * school.heightShare;
  const along = (p) => p.x * forward(facingDeg).x + p.y * forward(facingDeg).y;
  const middle = along(between(feet2.left.ball, feet2.right.ball, 0.5));
  const margins = Object.fromEntries(
    DIRECTIONS.map(([name, deg]) => [name, distanceToEdgeM(base, massAt, facingDeg + deg)])
  );
  const toppling = Object.fromEntries(
    DIRECTIONS.map(([name]) => [name, margins[name] / (standingM * PUSH_HEIGHT)])
  );
  const topplingTo = (deg, roomM = distanceToEdgeM(base, massAt, facingDeg + deg)) => ({
    deg,
    roomM,
    push: roomM / (standingM * PUSH_HEIGHT)
  });
  const nearest2 = nearestOnEdge(base, massAt);
  const toes = [...footOutline("left", feet2.left, body), ...footOutline("right", feet2.right, body)];
  return {
    base,
    massAt,
    headAheadM: along(carried) - middle + leaned(0.936),
    toesAheadM: Math.max(...toes.map(along)) - middle,
    marginM: -signedDistanceM(base, massAt),
    margins,
    toppling,
    ring: Array.from({ length: 360 / RING_DEG }, (_, i) => topplingTo(wrapDeg(i * RING_DEG))),
    weakest: topplingTo(
      wrapDeg(headingDeg(massAt, nearest2) - facingDeg),
      contains(base, massAt) ? distanceM(massAt, nearest2) : 0
    )
  };
}
function nearestOnEdge(polygon, from) {
  const points = polygon.map((a, i) => nearestOnSegment(from, a, polygon[(i + 1) % polygon.length] ?? a));
  return points.reduce((a, b) => distanceM(b, from) < distanceM(a, from) ? b : a);
}
function distanceToEdgeM(polygon, from, headingDeg2) {
  if (!contains(polygon, from)) return 0;
  const way2 = forward(headingDeg2);
  let nearest2 = Infinity;
  for (let i = 0; i < polygon.length; i++) {
    const a = polygon[i];
    const b = polygon[(i + 1) % polygon.length];
    const edge2 = { x: b.x - a.x, y: b.y - a.y };
    const cross = way2.x * edge2.y - way2.y * edge2.x;
    if (Math.abs(cross) < 1e-12) continue;
    const dx = a.x - from.x;
    const dy = a.y - from.y;
    const alongM = (dx * edge2.y - dy * edge2.x) / cross;
    const share = (dx * way2.y - dy * way2.x) / cross;
    if (alongM >= 0 && share >= -1e-9 && share <= 1 + 1e-9) nearest2 = Math.min(nearest2, alongM);
  }
  return Number.isFinite(nearest2) ? nearest2 : 0;
}

// core/src/body/first-foot.ts
var STRAIGHT_DEG = 15;
var EDGE_DEG = 10;
function fromEdgeDeg(directionDeg) {
  const size = Math.abs(directionDeg);
  return Math.min(Math.abs(size - STRAIGHT_DEG), Math.abs(size - (180 - STRAIGHT_DEG)));
}
function firstFoot(directionDeg, leadSide) {
  const size = Math.abs(directionDeg);
  if (size <= STRAIGHT_DEG) return leadSide;
  if (size >= 180 - STRAIGHT_DEG) return otherFoot(leadSide);
  return directionDeg < 0 ? "left" : "right";
}

// core/src/body/step-length.ts
var HALF_STEP_SHARE = 0.85;
var CLOSING_MARGIN = 0.1;
var SEARCH_STEPS = 60;
var longestPlannedTravelM = ({ school, separation }) => HALF_STEP_SHARE * school.limits.halfStepRatio * separation.valueM;
function togetherM({ school, separation, body }) {
  const { togetherRatio, togetherBreadths } = school.limits;
  return Math.max(togetherRatio * separation.valueM, togetherBreadths * body.footBreadth.valueM);
}
function longestStepM(stance, directionDeg) {
  const { planStretchRatio } = stance.school;
  const sep = stance.separation.valueM;
  const first = firstFoot(directionDeg, stance.leadSide);
  const feet2 = placeStance(stance, { x: 0, y: 0 }, 0);
  const apart = subtract(
    first === "left" ? feet2.left.ball : feet2.right.ball,
    first === "left" ? feet2.right.ball : feet2.left.ball
  );
  const travel2 = forward(directionDeg);
  const longest = longestPlannedTravelM(stance);
  const nearestM = togetherM(stance) + CLOSING_MARGIN * sep;
  let usable = longest / SEARCH_STEPS;
  for (let i = 1; i <= SEARCH_STEPS; i++) {
    const step2 = longest * i / SEARCH_STEPS;
    const openM = lengthM(add(apart, scale(travel2, step2)));
    if (openM > planStretchRatio * sep || openM < nearestM) break;
    usable = step2;
  }
  return usable;
}

// core/src/body/measure.ts
var BAND_NAMES = ["one-step", "long", "pocket", "close"];
var MEASURE_UNITS = ["m", "half-steps", "separations", "shoulders", ...BAND_NAMES];
var metres = (value) => ({ value, unit: "m" });
function measureM({ value, unit: unit2 }, stance, bands) {
  const separationM = stance.separation.valueM;
  switch (unit2) {
    case "m":
      return value;
    case "half-steps":
      return value * longestStepM(stance, 0);
    case "separations":
      return value * separationM;
    case "shoulders":
      return value * stance.body.shoulderWidth.valueM;
    default: {
      if (!bands) throw new RangeError(`no range bands known to measure "${unit2}" by`);
      const [nearM, farM] = bands[unit2];
      return nearM + value * (farM - nearM);
    }
  }
}
var shoulderRopeM = (stance) => STATURE_FRACTIONS.shoulderHeight * stance.body.stature.valueM * stance.school.heightShare;
var rulerOf = (stance, bands) => ({
  metres: (measure2) => measureM(measure2, stance, bands),
  separationM: stance.separation.valueM,
  halfStepM: measureM({ value: 1, unit: "half-steps" }, stance),
  ropeM: shoulderRopeM(stance)
});

// core/src/moves/laying.ts
var withLead = (stance, lead) => stance.leadSide === lead ? stance : { ...stance, leadSide: lead };
var centreOf = ({ feet: feet2 }) => midpoint(feet2.left.ball, feet2.right.ball);
var footOf = (lead, which) => which === "lead" ? lead : otherFoot(lead);
function standAt(stance, centre, facingDeg) {
  return { feet: placeStance(stance, centre, facingDeg), lead: stance.leadSide, facingDeg };
}
function standOn(stance, foot, ball, facingDeg) {
  const feet2 = placeStance(stance, { x: 0, y: 0 }, facingDeg);
  return standAt(stance, subtract(ball, feet2[foot].ball), facingDeg);
}
function slots({ stance, beatS }) {
  const { flightShare, longestFlightS, betweenShare } = stance.school.timing;
  const flightS = Math.min(flightShare * beatS, longestFlightS);
  const secondS = flightS + betweenShare * beatS;
  return [
    { fromS: 0, toS: flightS },
    { fromS: secondS, toS: secondS + flightS }
  ];
}
var howTheyGo = ({ school }) => school.timing.travel === "drag" ? "drag" : "step";
function bothTo(around, after, first, beats = 1) {
  const how = howTheyGo(around.stance);
  const [one, two] = slots(around);
  const second = otherFoot(first);
  return {
    after,
    beats,
    events: [
      { foot: first, how, to: after.feet[first], ...one },
      { foot: second, how, to: after.feet[second], ...two }
    ]
  };
}
function travel(around, bearingDeg, lengthM2, first) {
  const { at, stance, faces } = around;
  const centre = fromFacing(centreOf(at), wrapDeg(at.facingDeg + bearingDeg), 0, lengthM2);
  return bothTo(
    around,
    standAt(stance, centre, faces(centre)),
    first ?? firstFoot(wrapDeg(bearingDeg), at.lead)
  );
}
function oneAfterAnother(around, times, next) {
  const laid = [];
  let now = around;
  for (let i = 0; i < times; i++) {
    const one = next(now, i);
    laid.push(one);
    now = goneOn(now, one);
  }
  return laid;
}
var goneOn = (now, { after, beats }) => ({
  ...now.later(beats),
  at: after,
  stance: withLead(now.stance, after.lead)
});
function halfSteps(around, floorDeg, distance) {
  const { at, stance } = around;
  const bearing = (facingDeg) => wrapDeg(floorDeg - facingDeg);
  const longest = longestStepM(stance, bearing(at.facingDeg));
  const times = Math.max(1, Math.ceil(distance / longest - 1e-9));
  const from = centreOf(at);
  return oneAfterAnother(around, times, (now, i) => {
    const centre = add(from, scale(forward(floorDeg), distance * (i + 1) / times));
    const first = firstFoot(bearing(now.at.facingDeg), now.at.lead);
    return bothTo(now, standAt(stance, centre, now.faces(centre)), first);
  });
}
function oneFoot(around, foot, ball, more = {}) {
  const { at, stance } = around;
  const [slot] = slots(around);
  const to = { ...at.feet[foot], ball };
  return {
    after: { ...at, feet: { ...at.feet, [foot]: to } },
    beats: 1,
    events: [{ foot, how: howTheyGo(stance), to, ...slot, ...more }]
  };
}
function turnsTo(now, then, foot, slot) {
  return Math.abs(wrapDeg(then.headingDeg - now.headingDeg)) < 1e-6 ? [] : [{ foot, how: "pivot", to: { ...then, ball: now.ball }, ...slot }];
}
var metresOf = (measure2, { stance }) => measureM(measure2, stance);
var UNIT_WORDS = {
  "half-steps": "half steps",
  separations: "stance widths",
  shoulders: "shoulder widths"
};
var lengthWords = ({ value, unit: unit2 }, units) => unit2 === "m" ? formatSmall(value, units) : `${Number(value.toFixed(2))} ${UNIT_WORDS[unit2] ?? unit2}`;
function bearingWords(deg) {
  const size = Math.abs(wrapDeg(deg));
  if (size === 0) return "forward";
  if (size === 180) return "back";
  const side = wrapDeg(deg) < 0 ? "left" : "right";
  if (size === 90) return side;
  return `${Math.round(size)}\xB0 ${side}`;
}
var mirrorSide = otherFoot;
var mirrorDeg = (deg) => deg === 0 ? 0 : wrapDeg(-deg);
var STEP_LIMITS = { leastM: 0.03, mostM: 1 };
var LENGTH_FIELD = { key: "length", label: "Length", as: "length", ...STEP_LIMITS };
var SIDE_FIELD = { key: "side", label: "Side", as: "choice", choices: ["left", "right"] };
var numberField = (key, label, [least, most], unit2) => ({ key, label, as: "number", least, most, unit: unit2 });
var countField = (key, label, [least, most]) => ({ key, label, as: "number", least, most, unit: "", whole: true });
var choiceField = (key, label, choices) => ({ key, label, as: "choice", choices });
var STEPS = { order: true, halfStep: true, ownCourse: false };
var STEP_FAULTS = [
  "step-short",
  "step-over",
  "foot-not-following",
  "stance-not-restored",
  "wrong-foot-first",
  "feet-together",
  "step-too-long",
  "overstretched",
  "wrong-direction",
  "feet-crossed",
  "not-facing"
];
var OWN_COURSE = { order: false, halfStep: false, ownCourse: true };

// core/src/moves/fault-names.ts
var FAULT_NAMES = [
  "wrong-count",
  "missed-move",
  "extra-move",
  "cone-touched",
  "off-floor",
  "feet-crossed",
  "wrong-foot-first",
  "wrong-direction",
  "feet-together",
  "foot-not-following",
  "step-too-long",
  "step-over",
  "step-short",
  "overstretched",
  "stance-not-restored",
  "half-exit",
  "wrong-return",
  "not-mirrored",
  "centre-drift",
  "pivot-short",
  "pivot-over",
  "pivot-radius",
  "ball-drift",
  "no-pivot",
  "wrong-side-of-cone",
  "in-their-line",
  "unplanned-switch",
  "not-facing",
  "strike-early",
  "strike-late",
  "strike-out-of-reach",
  "off-balance",
  "off-beat",
  "off-the-ground",
  "out-of-band",
  "drift",
  "narrowed"
];

// core/src/moves/phrase.ts
var way = (key) => ({ as: "way", key });
var turn = (key) => ({ as: "turn", key });
var spin = (key) => ({ as: "spin", key });
var number = (key) => ({ as: "number", key });
var length = (key) => ({ as: "length", key });
var choice = (key, words) => ({ as: "choice", key, words });
var SIDES = { left: "left", right: "right" };
var FEET = { lead: "lead foot", rear: "rear foot" };
var LEGS = { lead: "lead leg", rear: "rear leg" };
var DOWN = { behind: "down behind", "in-front": "down in front" };

// core/src/moves/kinds/angle-step.ts
var ROUNDS = 40;
var angleStep = {
  name: "Angle step",
  phrase: ["angle step", turn("bearingDeg"), length("length")],
  usual: { do: "angle-step", bearingDeg: 45, length: { value: 0.34, unit: "separations" } },
  next: (move, around) => {
    const { at, stance, target } = around;
    const first = firstFoot(wrapDeg(move.bearingDeg), at.lead);
    const second = otherFoot(first);
    const lengthM2 = metresOf(move.length, around);
    const ball = fromFacing(at.feet[first].ball, at.facingDeg + move.bearingDeg, 0, lengthM2);
    let after = standOn(stance, first, ball, at.facingDeg);
    for (let i = 0; i < ROUNDS; i++) {
      const centre = midpoint(after.feet.left.ball, after.feet.right.ball);
      after = standOn(stance, first, ball, headingDeg(centre, target.at));
    }
    const [one, two] = slots(around);
    const how = howTheyGo(stance);
    return [
      {
        after,
        beats: 1,
        turns: true,
        events: [
          { foot: first, how, to: { ...at.feet[first], ball }, ...one },
          { foot: second, how, to: after.feet[second], about: ball, ...two },
          ...turnsTo({ ...at.feet[first], ball }, after.feet[first], first, two)
        ]
      }
    ];
  },
  mirror: (move) => ({ ...move, bearingDeg: mirrorDeg(move.bearingDeg) }),
  words: ({ bearingDeg, length: length2 }, units) => `Angle step ${bearingWords(bearingDeg)}, ${lengthWords(length2, units)}, back on the target`,
  fields: [numberField("bearingDeg", "Off", [-60, 60], "\xB0"), LENGTH_FIELD],
  judged: { order: true, halfStep: true, ownCourse: true },
  faults: () => [
    "step-short",
    "step-over",
    "wrong-direction",
    "stance-not-restored",
    "wrong-foot-first",
    "not-facing"
  ]
};

// core/src/moves/kinds/arc-walk.ts
function turned({ at, target }, byDeg) {
  const foot = (one) => ({
    ...one,
    ball: turnAbout(one.ball, target.at, byDeg),
    headingDeg: wrapDeg(one.headingDeg + byDeg)
  });
  return {
    feet: { left: foot(at.feet.left), right: foot(at.feet.right) },
    lead: at.lead,
    facingDeg: wrapDeg(at.facingDeg + byDeg)
  };
}
function arcStep(around, byDeg) {
  const after = turned(around, byDeg);
  const way2 = headingDeg(centreOf(around.at), centreOf(after));
  return {
    ...bothTo(around, after, firstFoot(wrapDeg(way2 - around.at.facingDeg), around.at.lead)),
    turns: true
  };
}
var arcWalk = {
  name: "Arc walk",
  phrase: ["arc walk", number("steps"), "steps of", spin("byDeg")],
  usual: { do: "arc-walk", byDeg: 7, steps: 4 },
  next: ({ byDeg, steps: steps3 }, around) => oneAfterAnother(around, steps3, (now) => arcStep(now, byDeg)),
  mirror: (move) => ({ ...move, byDeg: mirrorDeg(move.byDeg) }),
  words: ({ byDeg, steps: steps3 }) => `Arc walk round the target, ${steps3} steps of ${Number(Math.abs(byDeg).toFixed(1))}\xB0 ${byDeg < 0 ? "anticlockwise" : "clockwise"}`,
  fields: [numberField("byDeg", "A step", [-30, 30], "\xB0"), countField("steps", "Steps", [1, 100])],
  judged: STEPS,
  faults: () => STEP_FAULTS
};

// core/src/moves/kinds/bounce.ts
var A_BEAT = 2;
var WORKS = 0.8;
var bounce = {
  name: "Bounce",
  phrase: ["bounce", number("times"), "times"],
  usual: { do: "bounce", times: 2 },
  next: ({ times }, { at, beatS }) => {
    const eachS = beatS / A_BEAT;
    const events = Array.from(
      { length: times },
      (_, i) => [at.lead, otherFoot(at.lead)].map((foot) => ({
        foot,
        how: "bounce",
        to: at.feet[foot],
        fromS: i * eachS,
        toS: (i + WORKS) * eachS
      }))
    ).flat();
    return [{ after: at, beats: times / A_BEAT, events }];
  },
  mirror: (move) => move,
  words: ({ times }) => times === 1 ? "Bounce once" : `Bounce ${times} times`,
  fields: [countField("times", "Times", [1, 32])],
  judged: { order: false, halfStep: false, ownCourse: false },
  faults: () => ["wrong-count", "off-the-ground"]
};

// core/src/moves/kinds/feint.ts
var BEATS = 0.25;
var feint = {
  name: "Foot feint",
  phrase: ["feint", choice("foot", FEET)],
  usual: { do: "feint", foot: "lead" },
  next: (move, { at, beatS }) => {
    const foot = footOf(at.lead, move.foot);
    return [
      {
        after: at,
        beats: 1,
        events: [{ foot, how: "raise", to: at.feet[foot], fromS: 0, toS: BEATS * beatS }]
      }
    ];
  },
  mirror: (move) => move,
  words: ({ foot }) => `Feint with the ${foot} foot`,
  fields: [choiceField("foot", "Foot", ["lead", "rear"])],
  judged: OWN_COURSE,
  faults: () => []
};

// core/src/moves/kinds/half-steps.ts
var halfSteps2 = {
  name: "Half steps over a distance",
  phrase: ["half steps", way("bearingDeg"), "over", length("distance")],
  usual: { do: "half-steps", bearingDeg: 0, distance: { value: 1, unit: "m" } },
  next: (move, around) => halfSteps(around, wrapDeg(around.at.facingDeg + move.bearingDeg), metresOf(move.distance, around)),
  mirror: (move) => ({ ...move, bearingDeg: mirrorDeg(move.bearingDeg) }),
  words: ({ bearingDeg, distance }, units) => `Half steps ${bearingWords(bearingDeg)} over ${lengthWords(distance, units)}`,
  fields: [
    numberField("bearingDeg", "Way", [-180, 180], "\xB0"),
    { key: "distance", label: "Distance", as: "length", leastM: 0.05, mostM: 20 }
  ],
  judged: STEPS,
  faults: () => STEP_FAULTS
};

// core/src/moves/kinds/hold.ts
var hold = {
  name: "Hold",
  phrase: ["hold"],
  usual: { do: "hold" },
  next: (_, { at }) => [{ after: at, beats: 1, events: [] }],
  mirror: (move) => move,
  words: () => "Hold",
  fields: [],
  judged: { order: false, halfStep: false, ownCourse: false },
  faults: () => []
};

// core/src/moves/kinds/in-out.ts
var inOut = {
  name: "In and out",
  phrase: ["in and out", length("length")],
  usual: { do: "in-out", length: { value: 0.15, unit: "m" } },
  next: (move, around) => oneAfterAnother(around, 2, (now, i) => {
    const { lead } = now.at;
    return travel(now, i === 0 ? 0 : 180, metresOf(move.length, now), i === 0 ? lead : otherFoot(lead));
  }),
  mirror: (move) => move,
  words: ({ length: length2 }, units) => `In and out, ${lengthWords(length2, units)}`,
  fields: [LENGTH_FIELD],
  judged: STEPS,
  // The strike goes with the landing on the way in.
  strikesWith: "first",
  faults: () => ["half-exit", ...STEP_FAULTS]
};

// core/src/moves/kicking.ts
function afterKick(around, leg, lands, at = around.at) {
  const stands = otherFoot(leg);
  const lead = lands === "in-front" ? leg : stands;
  return standOn(withLead(around.stance, lead), stands, at.feet[stands].ball, at.facingDeg);
}
function kicked(around, { leg, lands, beats }) {
  const { at, beatS } = around;
  const stands = otherFoot(leg);
  const after = afterKick(around, leg, lands);
  const slot = { fromS: 0, toS: beats * beatS };
  return {
    after,
    beats: 1,
    events: [
      { foot: leg, how: "raise", to: after.feet[leg], ...slot },
      ...turnsTo(at.feet[stands], after.feet[stands], stands, { fromS: slot.toS / 2, toS: slot.toS })
    ]
  };
}
var KICKS = OWN_COURSE;
var KICK_FAULTS = ["wrong-return", "ball-drift"];

// core/src/moves/kinds/knee.ts
var BEATS2 = 0.8;
var knee = {
  name: "Knee",
  phrase: ["knee", choice("lands", DOWN)],
  usual: { do: "knee", lands: "behind" },
  next: ({ lands }, around) => [kicked(around, { leg: footOf(around.at.lead, "rear"), lands, beats: BEATS2 })],
  mirror: (move) => move,
  words: ({ lands }) => `Knee, down ${lands === "behind" ? "behind" : "in front"}`,
  fields: [choiceField("lands", "Comes down", ["behind", "in-front"])],
  judged: KICKS,
  faults: () => KICK_FAULTS
};

// core/src/moves/kinds/pivot.ts
var SWING_BEATS = 0.5;
var SLOWEST_S = 0.6;
var QUARTER_BEATS = 0.6;
var pivot = {
  name: "Pivot",
  phrase: ["pivot", turn("byDeg"), "on the", choice("on", FEET)],
  usual: { do: "pivot", on: "lead", byDeg: 45 },
  next: ({ on, byDeg }, { at, stance, beatS }) => {
    const stays = footOf(at.lead, on);
    const swings = otherFoot(stays);
    const about = at.feet[stays].ball;
    const beats = Math.abs(byDeg) >= 90 ? QUARTER_BEATS : SWING_BEATS;
    const slot = { fromS: 0, toS: Math.min(beats * beatS, SLOWEST_S) };
    const turned3 = {
      [stays]: { ...at.feet[stays], headingDeg: wrapDeg(at.feet[stays].headingDeg + byDeg) },
      [swings]: {
        ...at.feet[swings],
        ball: turnAbout(at.feet[swings].ball, about, byDeg),
        headingDeg: wrapDeg(at.feet[swings].headingDeg + byDeg)
      }
    };
    const feet2 = { ...at.feet, ...turned3 };
    return [
      {
        after: { feet: feet2, lead: at.lead, facingDeg: wrapDeg(at.facingDeg + byDeg) },
        beats: 1,
        turns: true,
        events: [
          { foot: stays, how: "pivot", to: feet2[stays], ...slot },
          { foot: swings, how: howTheyGo(stance), to: feet2[swings], about, swingDeg: byDeg, ...slot }
        ]
      }
    ];
  },
  mirror: (move) => ({ ...move, byDeg: mirrorDeg(move.byDeg) }),
  words: ({ on, byDeg }) => Math.abs(byDeg) === 90 ? `Quarter turn ${byDeg < 0 ? "left" : "right"} on the ${on} ball` : `Pivot ${Math.abs(Math.round(byDeg))}\xB0 ${byDeg < 0 ? "left" : "right"} on the ${on} ball`,
  fields: [
    choiceField("on", "On the ball of", ["lead", "rear"]),
    numberField("byDeg", "By", [-180, 180], "\xB0")
  ],
  judged: OWN_COURSE,
  faults: () => ["pivot-short", "pivot-over", "pivot-radius", "ball-drift"]
};

// core/src/moves/kinds/push-kick.ts
var BEATS3 = 0.9;
var pushKick = {
  name: "Push kick",
  phrase: ["push kick", choice("leg", LEGS), choice("lands", DOWN)],
  usual: { do: "push-kick", leg: "rear", lands: "behind" },
  next: ({ leg, lands }, around) => [
    kicked(around, { leg: footOf(around.at.lead, leg), lands, beats: BEATS3 })
  ],
  mirror: (move) => move,
  words: ({ leg, lands }) => `Push kick with the ${leg} leg, down ${lands === "behind" ? "behind" : "in front"}`,
  fields: [
    choiceField("leg", "Leg", ["lead", "rear"]),
    choiceField("lands", "Comes down", ["behind", "in-front"])
  ],
  judged: KICKS,
  faults: () => KICK_FAULTS
};

// core/src/moves/kinds/restore.ts
var restore = {
  name: "Restore the stance",
  phrase: ["restore", choice("foot", SIDES)],
  usual: { do: "restore", foot: "right" },
  next: ({ foot }, around) => {
    const { at, stance } = around;
    const stays = otherFoot(foot);
    const due = standOn(stance, stays, at.feet[stays].ball, at.facingDeg);
    return [oneFoot(around, foot, due.feet[foot].ball)];
  },
  mirror: (move) => ({ ...move, foot: mirrorSide(move.foot) }),
  words: ({ foot }) => `The ${foot} foot closes to the stance`,
  fields: [choiceField("foot", "Foot", ["left", "right"])],
  judged: OWN_COURSE,
  faults: () => ["stance-not-restored"]
};

// core/src/moves/kinds/roll-out.ts
var rollOut = {
  name: "Roll out",
  phrase: ["roll out", choice("side", SIDES), "at", number("bearingDeg"), length("length")],
  usual: { do: "roll-out", side: "right", bearingDeg: 60, length: { value: 0.3, unit: "separations" } },
  next: ({ side, bearingDeg, length: length2 }, around) => [
    travel(around, side === "left" ? -bearingDeg : bearingDeg, metresOf(length2, around), side)
  ],
  mirror: (move) => ({ ...move, side: mirrorSide(move.side) }),
  words: ({ side, bearingDeg, length: length2 }, units) => `Roll out ${Math.round(bearingDeg)}\xB0 ${side}, ${lengthWords(length2, units)}`,
  fields: [SIDE_FIELD, numberField("bearingDeg", "At", [45, 90], "\xB0"), LENGTH_FIELD],
  judged: STEPS,
  faults: () => STEP_FAULTS
};

// core/src/moves/kinds/round-kick.ts
var OUT_SEPARATIONS = 0.2;
var OUT_DEG = 35;
var TOE_OUT_DEG = 60;
var OUT_BEATS = 0.25;
var DOWN_BEATS = 0.9;
var roundKick = {
  name: "Round kick",
  phrase: ["round kick", choice("leg", LEGS), choice("lands", DOWN)],
  usual: { do: "round-kick", leg: "rear", lands: "behind" },
  next: ({ leg: which, lands }, around) => {
    const { at, stance, beatS } = around;
    const leg = footOf(at.lead, which);
    const stands = otherFoot(leg);
    const out = stands === "left" ? -1 : 1;
    const lengthM2 = OUT_SEPARATIONS * stance.separation.valueM;
    const stepped = {
      ...at.feet[stands],
      ball: fromFacing(at.feet[stands].ball, at.facingDeg + out * OUT_DEG, 0, lengthM2),
      headingDeg: wrapDeg(at.facingDeg + out * TOE_OUT_DEG)
    };
    const during = { ...at, feet: { ...at.feet, [stands]: stepped } };
    const after = afterKick(around, leg, lands, during);
    const [outS, downS] = [OUT_BEATS * beatS, DOWN_BEATS * beatS];
    return [
      {
        after,
        beats: 1,
        events: [
          { foot: stands, how: howTheyGo(stance), to: stepped, fromS: 0, toS: outS },
          { foot: leg, how: "raise", to: after.feet[leg], fromS: outS, toS: downS },
          ...turnsTo(stepped, after.feet[stands], stands, { fromS: (outS + downS) / 2, toS: downS })
        ]
      }
    ];
  },
  mirror: (move) => move,
  words: ({ leg, lands }) => `Round kick with the ${leg} leg, down ${lands === "behind" ? "behind" : "in front"}`,
  fields: [
    choiceField("leg", "Leg", ["lead", "rear"]),
    choiceField("lands", "Comes down", ["behind", "in-front"])
  ],
  judged: KICKS,
  faults: () => ["no-pivot", ...KICK_FAULTS]
};

// core/src/moves/kinds/slip.ts
var BEARING = { forward: 45, back: 135 };
var slip = {
  name: "Slip under the line",
  phrase: [
    "slip",
    choice("side", SIDES),
    choice("way", { forward: "forward", back: "back" }),
    length("length"),
    number("passes"),
    "passes"
  ],
  usual: { do: "slip", side: "left", way: "forward", length: { value: 0.13, unit: "m" }, passes: 2 },
  next: ({ side, way: way2, length: length2, passes }, around) => oneAfterAnother(around, passes, (now, i) => {
    const foot = i % 2 === 0 ? side : otherFoot(side);
    return travel(now, (foot === "left" ? -1 : 1) * BEARING[way2], metresOf(length2, now), foot);
  }),
  mirror: (move) => ({ ...move, side: mirrorSide(move.side) }),
  words: ({ side, way: way2, length: length2, passes }, units) => `Slip ${way2} under the line, ${passes === 1 ? "one pass" : `${passes} passes`}, ${side} first, ${lengthWords(length2, units)}`,
  fields: [
    SIDE_FIELD,
    choiceField("way", "Way", ["forward", "back"]),
    LENGTH_FIELD,
    countField("passes", "Passes", [1, 40])
  ],
  judged: STEPS,
  faults: () => STEP_FAULTS
};

// core/src/moves/kinds/step.ts
var ONE_FOOT = ["step-short", "step-over", "wrong-direction", "step-too-long", "not-facing"];
var step = {
  name: "Step",
  phrase: [
    "step",
    way("bearingDeg"),
    length("length"),
    choice("feet", { both: "", lead: "lead foot alone", rear: "rear foot alone" })
  ],
  usual: { do: "step", bearingDeg: 0, length: { value: 0.13, unit: "m" }, feet: "both" },
  next: (move, around) => {
    const { at, stance } = around;
    if (move.feet === "both") return [travel(around, move.bearingDeg, metresOf(move.length, around))];
    const foot = footOf(at.lead, move.feet);
    const lengthM2 = measureM(move.length, stance);
    return [
      oneFoot(around, foot, fromFacing(at.feet[foot].ball, at.facingDeg + move.bearingDeg, 0, lengthM2))
    ];
  },
  mirror: (move) => ({ ...move, bearingDeg: mirrorDeg(move.bearingDeg) }),
  words: ({ bearingDeg, length: length2, feet: feet2 }, units) => `${feet2 === "both" ? "Step" : `The ${feet2} foot steps`} ${bearingWords(bearingDeg)}, ${lengthWords(length2, units)}`,
  fields: [
    numberField("bearingDeg", "Way", [-180, 180], "\xB0"),
    LENGTH_FIELD,
    choiceField("feet", "Feet", ["both", "lead", "rear"])
  ],
  judged: STEPS,
  faults: ({ feet: feet2 }) => feet2 === "both" ? STEP_FAULTS : ONE_FOOT
};

// core/src/moves/kinds/step-across.ts
var stepAcross = {
  name: "Step across",
  phrase: ["step across", choice("side", SIDES), "at", number("bearingDeg"), length("length")],
  usual: { do: "step-across", side: "left", bearingDeg: 45, length: { value: 0.34, unit: "separations" } },
  next: ({ side, bearingDeg, length: length2 }, around) => [
    travel(around, side === "left" ? -bearingDeg : bearingDeg, metresOf(length2, around), side)
  ],
  mirror: (move) => ({ ...move, side: mirrorSide(move.side) }),
  words: ({ side, bearingDeg, length: length2 }, units) => `Step across, ${Math.round(bearingDeg)}\xB0 ${side}, ${lengthWords(length2, units)}`,
  fields: [SIDE_FIELD, numberField("bearingDeg", "At", [20, 70], "\xB0"), LENGTH_FIELD],
  judged: { order: true, halfStep: true, ownCourse: true },
  faults: () => STEP_FAULTS
};

// core/src/moves/kinds/switch.ts
var LEAST_TRAVEL_S = 0.25;
var TOGETHER_S = 0.12;
var IN_PLACE_BEATS = 0.35;
var STEPPING_BEATS = 0.45;
function inPlace({ at, stance, beatS }) {
  const rear = otherFoot(at.lead);
  const after = standAt(withLead(stance, rear), centreOf(at), at.facingDeg);
  const travelS = Math.max(LEAST_TRAVEL_S, IN_PLACE_BEATS * beatS - LEAST_TRAVEL_S + TOGETHER_S);
  const secondS = travelS - TOGETHER_S;
  return {
    after,
    beats: 1,
    events: [
      { foot: at.lead, how: "step", to: after.feet[at.lead], fromS: 0, toS: travelS },
      { foot: rear, how: "step", to: after.feet[rear], fromS: secondS, toS: secondS + travelS }
    ]
  };
}
function stepping({ at, stance, beatS }) {
  const rear = otherFoot(at.lead);
  const after = standOn(withLead(stance, rear), at.lead, at.feet[at.lead].ball, at.facingDeg);
  const slot = { fromS: 0, toS: Math.max(LEAST_TRAVEL_S, STEPPING_BEATS * beatS) };
  return {
    after,
    beats: 1,
    events: [
      { foot: rear, how: howTheyGo(stance), to: after.feet[rear], ...slot },
      ...turnsTo(at.feet[at.lead], after.feet[at.lead], at.lead, slot)
    ]
  };
}
var switchFeet = {
  name: "Switch",
  phrase: ["switch", choice("how", { "in-place": "in place", stepping: "stepping" })],
  usual: { do: "switch", how: "in-place" },
  next: ({ how }, around) => [how === "in-place" ? inPlace(around) : stepping(around)],
  mirror: (move) => move,
  words: ({ how }) => how === "in-place" ? "Switch in place" : "Stepping switch: the rear foot passes to the front",
  fields: [choiceField("how", "How", ["in-place", "stepping"])],
  judged: OWN_COURSE,
  faults: ({ how }) => how === "in-place" ? ["centre-drift", "not-mirrored"] : ["not-mirrored"]
};

// core/src/moves/kinds/to-gap.ts
var NOTHING_M = 0.01;
var toGap = {
  name: "Advance or retreat to a gap",
  phrase: ["to a gap of", length("gap")],
  usual: { do: "to-gap", gap: { value: 1, unit: "m" } },
  next: ({ gap }, around) => {
    const centre = centreOf(around.at);
    const { at, radiusM } = around.target;
    const wayM = distanceM(centre, at) - radiusM - metresOf(gap, around);
    if (Math.abs(wayM) < NOTHING_M) return [{ after: around.at, beats: 1, events: [] }];
    const towards = headingDeg(centre, at);
    return halfSteps(around, wayM > 0 ? towards : wrapDeg(towards + 180), Math.abs(wayM));
  },
  mirror: (move) => move,
  words: ({ gap }, units) => `Half steps to a gap of ${lengthWords(gap, units)}`,
  fields: [{ key: "gap", label: "Gap", as: "length", leastM: 0.1, mostM: 10 }],
  judged: STEPS,
  faults: () => STEP_FAULTS
};

// core/src/moves/kinds/turning-switch.ts
var BEATS4 = 0.6;
var SLOWEST_S2 = 0.6;
var IN_LINE_DEG = 179;
var turningSwitch = {
  name: "Turning switch",
  phrase: ["switch turning", turn("byDeg")],
  usual: { do: "turning-switch", byDeg: 90 },
  next: ({ byDeg }, { at, stance, beatS }) => {
    const rear = otherFoot(at.lead);
    const facingDeg = wrapDeg(at.facingDeg + byDeg);
    const { ball } = at.feet[at.lead];
    const after = standOn(withLead(stance, rear), at.lead, ball, facingDeg);
    const rearAt = (feet2) => headingDeg(ball, feet2[rear].ball);
    const passes = wrapDeg(rearAt(after.feet) - facingDeg - rearAt(at.feet) + at.facingDeg);
    const swingDeg = byDeg + (Math.abs(passes) > IN_LINE_DEG ? (rear === "left" ? 1 : -1) * 180 : passes);
    const slot = { fromS: 0, toS: Math.min(SLOWEST_S2, BEATS4 * beatS) };
    return [
      {
        after,
        beats: 1,
        turns: true,
        events: [
          { foot: rear, how: howTheyGo(stance), to: after.feet[rear], about: ball, swingDeg, ...slot },
          ...turnsTo(at.feet[at.lead], after.feet[at.lead], at.lead, slot)
        ]
      }
    ];
  },
  mirror: (move) => ({ ...move, byDeg: mirrorDeg(move.byDeg) }),
  words: ({ byDeg }) => `Turning switch, ${Math.abs(Math.round(byDeg))}\xB0 ${byDeg < 0 ? "left" : "right"}`,
  fields: [numberField("byDeg", "Turn", [-180, 180], "\xB0")],
  judged: OWN_COURSE,
  faults: () => ["not-mirrored", "not-facing"]
};

// core/src/moves/kinds/weave-step.ts
var weaveStep = {
  name: "Weave and step",
  phrase: ["weave and step", choice("first", FEET), "first", length("length")],
  usual: { do: "weave-step", first: "lead", length: { value: 0.1, unit: "m" } },
  next: ({ first, length: length2 }, around) => [
    travel(around, 0, metresOf(length2, around), footOf(around.at.lead, first))
  ],
  mirror: (move) => move,
  words: ({ first, length: length2 }, units) => `Weave and step, ${first} foot first, ${lengthWords(length2, units)}`,
  fields: [choiceField("first", "First", ["lead", "rear"]), LENGTH_FIELD],
  judged: { order: true, halfStep: true, ownCourse: true },
  faults: () => STEP_FAULTS
};

// core/src/moves/kinds/widen.ts
var widen = {
  name: "Widen",
  phrase: ["widen", choice("side", SIDES), "by", number("ratio"), "of the stance"],
  usual: { do: "widen", side: "right", ratio: 0.4 },
  next: ({ side, ratio }, around) => {
    const { at, stance } = around;
    const outM = (side === "left" ? -1 : 1) * ratio * stance.separation.valueM;
    return [oneFoot(around, side, fromFacing(at.feet[side].ball, at.facingDeg, outM, 0))];
  },
  mirror: (move) => ({ ...move, side: mirrorSide(move.side) }),
  words: ({ side, ratio }) => `Widen ${side} by ${Number(ratio.toFixed(2))} of the stance`,
  fields: [SIDE_FIELD, numberField("ratio", "By", [0.1, 0.6], "stances")],
  judged: OWN_COURSE,
  faults: () => ["step-short", "step-over", "stance-not-restored"]
};

// core/src/moves/moves.ts
var MOVES = {
  step,
  "half-steps": halfSteps2,
  "in-out": inOut,
  bounce,
  "angle-step": angleStep,
  "step-across": stepAcross,
  widen,
  restore,
  pivot,
  switch: switchFeet,
  "turning-switch": turningSwitch,
  slip,
  "weave-step": weaveStep,
  "roll-out": rollOut,
  "arc-walk": arcWalk,
  "to-gap": toGap,
  hold,
  feint,
  "push-kick": pushKick,
  "round-kick": roundKick,
  knee
};
var kindOf = (move) => MOVES[move.do];
var MOVE_NAMES = Object.keys(MOVES);
var layOut = (move, around) => kindOf(move).next(move, around);
var mirrorMove = (move) => kindOf(move).mirror(move);
var faultsOf = (move) => kindOf(move).faults(move);
var strikesWith = (move, laid) => kindOf(move).strikesWith === "first" ? 0 : laid - 1;
var judgedOf = (name) => MOVES[name].judged;

// core/src/floor/fixtures.ts
var swingM = ({ hangM, swingDeg }) => hangM * Math.sin(radians(swingDeg));
var clearRadiusM = (bag) => bag.radiusM + 2 * swingM(bag);
var benchCorners = ({
  at,
  widthM,
  depthM,
  headingDeg: headingDeg2
}) => [
  [-0.5, -0.5],
  [0.5, -0.5],
  [0.5, 0.5],
  [-0.5, 0.5]
].map(([right, ahead]) => fromFacing(at, headingDeg2, right * widthM, ahead * depthM));

// core/src/floor/floor.ts
function targetAt({ at, swing, path }, timeS) {
  const place2 = path?.length ? alongPath(path, timeS) : at;
  if (!swing) return place2;
  const outM = swing.amplitudeM * Math.cos(2 * Math.PI * timeS / swing.periodS);
  return add(place2, scale(forward(swing.headingDeg), outM));
}
function alongPath(path, timeS) {
  let low = 0;
  let high = path.length;
  while (low < high) {
    const middle = low + high >> 1;
    if ((path[middle]?.timeS ?? Infinity) <= timeS) low = middle + 1;
    else high = middle;
  }
  const [before, after] = [path[low - 1], path[low]];
  if (!before || !after) return (before ?? after)?.at ?? { x: NaN, y: NaN };
  return between(before.at, after.at, (timeS - before.timeS) / (after.timeS - before.timeS));
}
var datumId = (index) => String.fromCharCode(65 + index % 26) + (index < 26 ? "" : String(1 + Math.floor(index / 26)));
function cornerName(corner, outline2) {
  const [xs, ys] = [outline2.map(({ x }) => x), outline2.map(({ y }) => y)];
  const near = corner.y === Math.min(...ys) ? "near" : corner.y === Math.max(...ys) ? "far" : null;
  const side = corner.x === Math.min(...xs) ? "left" : corner.x === Math.max(...xs) ? "right" : null;
  return near && side ? `${near}-${side} corner` : null;
}
function cornerDatums(outline2) {
  return outline2.map((at, i) => ({
    id: datumId(i),
    name: cornerName(at, outline2) ?? `corner ${datumId(i)}`,
    at
  }));
}
function rectangularFloor(name, widthM, depthM) {
  const outline2 = [
    { x: 0, y: 0 },
    { x: widthM, y: 0 },
    { x: widthM, y: depthM },
    { x: 0, y: depthM }
  ];
  return { name, outline: outline2, datums: cornerDatums(outline2) };
}

// core/src/floor/standards.ts
var INCH_M2 = 0.0254;
var feet = (count3) => Math.round(count3 * 12 * INCH_M2 * 1e3) / 1e3;
var STANDARD_FLOORS = [
  {
    id: "ring-amateur",
    name: "Amateur ring, 6.10 m inside the ropes",
    widthM: 6.1,
    depthM: 6.1,
    edge: "rope",
    source: "usual size in amateur competition rules, 20 ft, from memory, not looked up: the sanctioning body decides"
  },
  {
    id: "ring-professional-small",
    name: "Professional ring, smallest, 4.88 m",
    widthM: feet(16),
    depthM: feet(16),
    edge: "rope",
    source: "16 ft inside the ropes, lower end of the usual professional rules, from memory, not looked up"
  },
  {
    id: "ring-professional-middle",
    name: "Professional ring, 6.10 m",
    widthM: feet(20),
    depthM: feet(20),
    edge: "rope",
    source: "20 ft inside the ropes, within the usual professional rules, from memory, not looked up"
  },
  {
    id: "ring-professional-large",
    name: "Professional ring, largest, 7.32 m",
    widthM: feet(24),
    depthM: feet(24),
    edge: "rope",
    source: "24 ft inside the ropes, upper end of the usual professional rules, from memory, not looked up"
  },
  {
    id: "mat-6",
    name: "Square mat, 6 m",
    widthM: 6,
    depthM: 6,
    edge: "open",
    source: "small competition and training mat, from memory, not looked up: the organiser decides"
  },
  {
    id: "mat-8",
    name: "Square competition mat, 8 m",
    widthM: 8,
    depthM: 8,
    edge: "open",
    source: "usual contest area of mat sports with strikes, from memory, not looked up: the organiser decides"
  },
  {
    id: "mat-10",
    name: "Square mat, 10 m with its border",
    widthM: 10,
    depthM: 10,
    edge: "open",
    source: "a contest area of 8 m with a border of 1 m all round, from memory, not looked up"
  },
  {
    id: "room-8-12",
    name: "Room, 8 m by 12 m",
    widthM: 8,
    depthM: 12,
    edge: "wall",
    source: "own choice, to start from"
  }
];
var MARGINS = {
  wall: {
    edgeM: 1,
    betweenM: 1,
    fixtureM: 0.5,
    why: "a long step and an arm before a wall stops someone who looks the other way"
  },
  rope: {
    edgeM: 0.5,
    betweenM: 1,
    fixtureM: 0.5,
    why: "ropes give; half a metre keeps feet off the apron"
  },
  open: {
    edgeM: 0.25,
    betweenM: 1,
    fixtureM: 0.5,
    why: "a foot may leave an open mat, an ankle should not roll off its edge"
  }
};
function marginsOf(floor) {
  if (floor.margins) return floor.margins;
  const { edgeM, betweenM, fixtureM } = MARGINS[floor.edge ?? "open"];
  return { edgeM, betweenM, fixtureM };
}
var RING_POST_M = 0.12;
function standardFloor({ name, widthM, depthM, edge: edge2 }) {
  const floor = rectangularFloor(name, widthM, depthM);
  if (edge2 !== "rope") return { ...floor, edge: edge2 };
  const fixtures = floor.datums.map(({ id, name: corner, at }) => ({
    id: `post-${id}`,
    name: `post at the ${corner}`,
    at,
    kind: "post",
    radiusM: RING_POST_M
  }));
  return { ...floor, edge: edge2, fixtures };
}

// core/src/pattern/items.ts
var isRepeat = (item) => "repeat" in item;
function writtenOut(items, path = []) {
  return items.flatMap((item, i) => {
    const own = [...path, i];
    if (!isRepeat(item)) return [{ path: own, ..."weave" in item ? item : { cue: item } }];
    const once = [
      ...writtenOut(item.items, own),
      ...item.otherSide ? writtenOut(mirrorItems(item.items), own) : []
    ];
    return Array.from({ length: item.repeat }, () => once).flat();
  });
}
var mirrorItems = (items) => items.map((item) => {
  if (isRepeat(item)) return { ...item, items: mirrorItems(item.items) };
  if ("weave" in item) return { weave: mirrorWeave(item.weave) };
  return { ...item, move: mirrorMove(item.move) };
});
var mirrorWeave = (weave2) => ({
  ...weave2,
  startSide: weave2.startSide === "left" ? "right" : "left"
});
var mirrorPattern = (pattern) => ({
  ...pattern,
  items: mirrorItems(pattern.items)
});
function weavesIn(items) {
  return items.flatMap(
    (item) => "weave" in item ? [item.weave] : isRepeat(item) ? weavesIn(item.items) : []
  );
}
var weavesOf = ({ pattern }) => weavesIn(pattern.items);
var laneOf = (plan) => weavesOf(plan)[0] ?? null;
var withItems = (items, change) => items.map(
  (item) => isRepeat(item) ? { ...item, items: withItems(item.items, change) } : change(item)
);
var withWeaves = (plan, change) => ({
  ...plan,
  pattern: {
    ...plan.pattern,
    items: withItems(plan.pattern.items, (item) => "weave" in item ? { weave: change(item.weave) } : item)
  }
});
var withLane = (plan, change) => withWeaves(plan, (weave2) => ({ ...weave2, ...change }));
var looksAtTarget = ({ facing, pattern }) => facing.on === "target" || writtenOut(pattern.items).some((entry) => "cue" in entry && entry.cue.facing?.on === "target");

// core/src/pattern/weave.ts
function weaveCones(weave2) {
  const known = CONES.get(weave2);
  if (known) return known;
  const cones = conesIn(weave2);
  CONES.set(weave2, cones);
  return cones;
}
var CONES = /* @__PURE__ */ new WeakMap();
function conesIn(weave2) {
  return Array.from({ length: weave2.cones }, (_, i) => ({
    number: i + 1,
    at: fromFacing(weave2.firstCone, weave2.laneHeadingDeg, 0, i * weave2.spacingM),
    radiusM: weave2.coneRadiusM
  }));
}
function weaveWaypoints(weave2) {
  const along = (rightM, forwardM) => fromFacing(weave2.firstCone, weave2.laneHeadingDeg, rightM, forwardM);
  const firstSide = weave2.startSide === "left" ? -1 : 1;
  const out = [along(0, -weave2.spacingM / 2)];
  for (let i = 0; i < weave2.cones; i++) {
    const side = i % 2 === 0 ? firstSide : -firstSide;
    out.push(along(side * weave2.sideOffsetM, i * weave2.spacingM));
  }
  out.push(along(0, (weave2.cones - 0.5) * weave2.spacingM));
  const back = out.slice(0, -1).reverse();
  const walk2 = [...out];
  for (let lap = 0; lap < weave2.laps; lap++) {
    if (lap > 0) walk2.push(...out.slice(1));
    if (weave2.wayBack) walk2.push(...back);
  }
  return walk2;
}
var conesOf = (plan) => weavesOf(plan).flatMap(weaveCones).map((cone2, i) => ({ ...cone2, number: i + 1 }));
var MORE_STEPS = 20;
var THERE_M = 1e-6;
function weaveSteps(weave2, around) {
  if (!weave2.alike) return legsOf(weave2, around).flat();
  const otherSide = { ...weave2, startSide: weave2.startSide === "left" ? "right" : "left" };
  const [own, other2] = [weave2, otherSide].map((one) => legsOf(one, around).map(({ length: length2 }) => length2));
  const steps3 = own?.map((count3, i) => Math.max(count3, other2?.[i] ?? 0)) ?? [];
  return legsOf(weave2, around, steps3).flat();
}
function legsOf(weave2, around, steps3) {
  const legs = [];
  let now = around;
  for (const corner of weaveWaypoints(weave2)) {
    if (distanceM(centreOf(now.at), corner) < THERE_M) continue;
    const leg = legTo(weave2, now, corner, steps3?.[legs.length]);
    legs.push(leg);
    for (const one of leg) now = goneOn(now, one);
  }
  return legs;
}
function legTo(weave2, around, corner, inSteps) {
  const { stance } = around;
  const from = centreOf(around.at);
  const travelDeg = headingDeg(from, corner);
  const legOf = (steps3) => {
    const leg2 = [];
    let now = around;
    for (let step2 = 1; step2 <= steps3; step2++) {
      const next = between(from, corner, step2 / steps3);
      const first = firstFoot(wrapDeg(travelDeg - now.at.facingDeg), stance.leadSide);
      const one = bothTo(now, standAt(stance, next, now.faces(next)), first);
      leg2.push(one);
      now = goneOn(now, one);
    }
    return leg2;
  };
  const asked2 = inSteps ?? weave2.pushes;
  if (asked2) return legOf(asked2);
  const fewest = fewestSteps(weave2, around, corner);
  let leg = legOf(fewest);
  const mostM = longestPlannedTravelM(stance) + TOLERANCE;
  for (let more = 1; more <= MORE_STEPS && weave2.stepM === void 0; more++) {
    if (longestTravelM(leg, around) <= mostM) break;
    leg = legOf(fewest + more);
  }
  return leg;
}
function longestTravelM(leg, { at }) {
  let feet2 = at.feet;
  let most = 0;
  for (const { after } of leg) {
    for (const foot of ["left", "right"])
      most = Math.max(most, distanceM(feet2[foot].ball, after.feet[foot].ball));
    feet2 = after.feet;
  }
  return most;
}
function fewestSteps(weave2, { at, stance, faces }, corner) {
  const from = centreOf(at);
  const travelDeg = headingDeg(from, corner);
  const bearings = [faces(from), faces(corner)].map((facingDeg) => wrapDeg(travelDeg - facingDeg));
  const both = weave2.alike ? [...bearings, ...bearings.map((deg) => -deg)] : bearings;
  const stepM = weave2.stepM ?? Math.min(...both.map((deg) => longestStepM(stance, deg)));
  return Math.max(1, Math.ceil(distanceM(from, corner) / stepM - 1e-9));
}
var judgedFor = (kind) => judgedOf(kind === "weave" ? "step" : kind);
var usualFaults = ({ cue }) => cue ? faultsOf(cue.move) : [...faultsOf(MOVES.step.usual), "cone-touched", "wrong-side-of-cone"];

// core/src/pattern/expand.ts
var REST_S = 1;
var LANDED = 0.6;
var NOWHERE_M = 1e-6;
var SAME_DEG = 1e-6;
function stanceFor({ plan, student }) {
  const stance = fitStance(student);
  if (!plan.limits) return stance;
  const { limits: usual } = stance.school;
  const { halfStepRatio = usual.halfStepRatio, overstretchRatio = usual.overstretchRatio } = plan.limits;
  const limits = { ...usual, halfStepRatio, overstretchRatio };
  return { ...stance, school: { ...stance.school, limits } };
}
function startOf(plan) {
  if (plan.pattern.start) return plan.pattern.start;
  const lane = laneOf(plan);
  const [first] = lane ? weaveWaypoints(lane) : [];
  if (lane && first) return { at: first, headingDeg: lane.laneHeadingDeg };
  const { least, most } = boundsOf(plan.floor.outline);
  const at = midpoint(least, most);
  return { at, headingDeg: headingDeg(at, plan.target.at) };
}
function facingAt(target, facing, lane, nowDeg) {
  switch (facing.on) {
    case "target":
      return (centre) => headingDeg(centre, target);
    case "lane":
      return () => lane.headingDeg;
    case "heading":
      return () => facing.deg;
    case "free":
      return () => nowDeg;
  }
}
function expandAlone(drill) {
  const { plan } = drill;
  const stance = stanceFor(drill);
  const intervalS = 60 / plan.tempoPerMin;
  const lane = startOf(plan);
  const start2 = standAt(
    stance,
    lane.at,
    facingAt(targetAt(plan.target, 0), plan.facing, lane, lane.headingDeg)(lane.at)
  );
  const state = { at: start2, facing: plan.facing, beats: 0, moves: [], events: 0 };
  for (const entry of writtenOut(plan.pattern.items)) {
    if ("cue" in entry && entry.cue.facing) state.facing = entry.cue.facing;
    const { at, facing } = state;
    const aroundAt = (beats2) => {
      const target = { ...plan.target, at: targetAt(plan.target, REST_S + (beats2 + LANDED) * intervalS) };
      return {
        stance: withLead(stance, at.lead),
        at,
        target,
        faces: facingAt(target.at, facing, lane, at.facingDeg),
        beatS: intervalS,
        later: (more) => aroundAt(beats2 + more)
      };
    };
    const around = aroundAt(state.beats);
    const laid = "weave" in entry ? weaveSteps(entry.weave, around) : layOut(entry.cue.move, around);
    let beats = 0;
    const strikes2 = "cue" in entry ? entry.cue.strikes ?? NONE : NONE;
    const struck = "cue" in entry ? strikesWith(entry.cue.move, laid.length) : -1;
    for (const [i, one] of laid.entries()) {
      const faces = around.later(beats).faces(centreOf(one.after));
      if (one.turns && Math.abs(wrapDeg(faces - one.after.facingDeg)) > SAME_DEG)
        state.facing = { on: "heading", deg: one.after.facingDeg };
      addMove(state, entry, one, intervalS, i === struck ? strikes2 : NONE);
      beats += one.beats;
    }
  }
  const lastS2 = Math.max(
    REST_S + state.beats * intervalS - intervalS,
    ...eventsOf(state.moves.slice(-1)).map(({ landS }) => landS)
  );
  return { stance, start: start2, startFacingDeg: start2.facingDeg, moves: state.moves, endS: lastS2 + REST_S };
}
var standOf = ({ feet: feet2, lead, facingDeg }) => ({
  left: feet2.left.ball,
  right: feet2.right.ball,
  lead,
  facingDeg
});
var facesOf = ({ on }) => on === "target" ? "target" : on === "free" ? "free" : "heading";
var NONE = [];
function addMove(state, entry, laid, intervalS, strikes2) {
  const before = state.at;
  const startS = REST_S + state.beats * intervalS;
  const events = eventsFrom(before, laid, startS, state.events);
  const [first] = events;
  const [from, to] = [centreOf(before), centreOf(laid.after)];
  const travelDeg = distanceM(from, to) > NOWHERE_M ? headingDeg(from, to) : before.facingDeg;
  const cue = "cue" in entry ? entry.cue : null;
  const kind = cue ? cue.move.do : "weave";
  const beats = cue?.beats ?? laid.beats;
  state.moves.push({
    number: state.moves.length + 1,
    kind,
    path: entry.path,
    cue,
    strikes: strikes2,
    judged: judgedFor(kind),
    faces: facesOf(state.facing),
    beatS: first?.landS ?? startS,
    beats,
    travelDeg,
    directionDeg: wrapDeg(travelDeg - before.facingDeg),
    distanceM: first ? distanceM(first.from, first.to) : 0,
    firstFoot: first?.foot ?? before.lead,
    before: standOf(before),
    after: standOf(laid.after),
    events
  });
  state.at = laid.after;
  state.beats += beats;
  state.events += events.length;
}
var turnsOnly = (how, from, to) => (how === "step" || how === "drag") && distanceM(from, to) < SAME_M;
var SAME_M = 1e-3;
function eventsFrom(before, { events }, startS, numbered2) {
  let feet2 = before.feet;
  return events.map(({ foot, how, to, fromS, toS, about, swingDeg }, i) => {
    const from = feet2[foot];
    feet2 = { ...feet2, [foot]: to };
    return {
      number: numbered2 + i + 1,
      foot,
      how: turnsOnly(how, from.ball, to.ball) ? "pivot" : how,
      from: from.ball,
      to: to.ball,
      liftS: startS + fromS,
      landS: startS + toS,
      headingBeforeDeg: from.headingDeg,
      headingAfterDeg: to.headingDeg,
      ...about ? { about } : {},
      ...swingDeg === void 0 ? {} : { swingDeg }
    };
  });
}

// core/src/pattern/flight.ts
var minimumJerk = (share) => share * share * share * (10 + share * (-15 + 6 * share));
function courseOf(start2, events) {
  const left = ballCourse(
    start2.left,
    events.filter((event) => event.foot === "left")
  );
  const right = ballCourse(
    start2.right,
    events.filter((event) => event.foot === "right")
  );
  return (foot, timeS) => foot === "left" ? left(timeS) : right(timeS);
}
function ballCourse(start2, events) {
  const lastBy = latestBy(events, (event) => event.liftS);
  return (timeS) => {
    const event = lastBy(timeS);
    if (!event) return start2;
    const { to, liftS, landS } = event;
    return timeS >= landS ? to : ballOnWay(event, minimumJerk((timeS - liftS) / (landS - liftS)));
  };
}
function latestBy(items, timeOf) {
  let at = -1;
  return (timeS) => {
    while (at >= 0 && timeOf(items[at]) > timeS) at--;
    while (at + 1 < items.length && timeOf(items[at + 1]) <= timeS) at++;
    return items[at];
  };
}

// core/src/pattern/actors.ts
var EVERY_S = 0.02;
var MOST_ROUNDS = 40;
var SAME_M2 = 1e-9;
function wayOf({ start: start2, moves: moves2 }) {
  const events = eventsOf(moves2);
  const ballAt = courseOf({ left: start2.feet.left.ball, right: start2.feet.right.ball }, events);
  const times = /* @__PURE__ */ new Set([0]);
  for (const { liftS, landS } of events) {
    const parts = Math.ceil((landS - liftS) / EVERY_S);
    for (let i = 0; i <= parts; i++) times.add(liftS + (landS - liftS) * i / parts);
  }
  return [...times].toSorted((a, b) => a - b).map((timeS) => ({ timeS, at: midpoint(ballAt("left", timeS), ballAt("right", timeS)) }));
}
var isSame = (a, b) => a.length === b.length && a.every(({ timeS, at }, i) => {
  const other2 = b[i];
  return other2 !== void 0 && Math.abs(timeS - other2.timeS) < SAME_M2 && Math.hypot(at.x - other2.at.x, at.y - other2.at.y) < SAME_M2;
});
var walking = (at, path) => ({
  kind: "partner",
  at: path[0]?.at ?? at,
  radiusM: 0,
  path
});
function partnersPattern({ plan }, pattern, student) {
  const { at } = plan.target;
  return { ...pattern, start: pattern.start ?? { at, headingDeg: headingDeg(at, student) } };
}
function partnersDrill(drill) {
  const { plan, student } = drill;
  const { partner: partner2, target: _, ...shared } = plan;
  if (!partner2) return null;
  const start2 = startOf(plan);
  const { at } = start2;
  return {
    plan: {
      ...shared,
      pattern: partnersPattern(drill, partner2.pattern, at),
      facing: partner2.facing,
      target: { kind: "partner", at, radiusM: 0 },
      partner: { pattern: { ...plan.pattern, start: start2 }, facing: plan.facing }
    },
    // Whose body is not known is as big as the student.
    student: drill.partner ?? student,
    partner: student
  };
}
var against = (drill, target) => ({
  ...drill,
  plan: { ...drill.plan, target }
});
function settleTwo(drill) {
  const theirs = partnersDrill(drill);
  if (!theirs || drill.plan.target.path) return { drill, partner: null };
  const { at } = drill.plan.target;
  let own = drill;
  let ownWay = wayOf(expandAlone(own));
  let partner2 = expandAlone(against(theirs, walking(theirs.plan.target.at, ownWay)));
  for (let round = 0; round < MOST_ROUNDS; round++) {
    own = against(drill, walking(at, wayOf(partner2)));
    const next = wayOf(expandAlone(own));
    if (isSame(ownWay, next)) break;
    ownWay = next;
    partner2 = expandAlone(against(theirs, walking(theirs.plan.target.at, ownWay)));
  }
  return { drill: own, partner: partner2 };
}
var SETTLED = /* @__PURE__ */ new WeakMap();
function settledOf(drill) {
  const known = SETTLED.get(drill);
  if (known) return known;
  const made = settleTwo(drill);
  SETTLED.set(drill, made);
  SETTLED.set(made.drill, made);
  return made;
}
var settled = (drill) => drill.plan.partner ? settledOf(drill).drill : drill;
var partnerFootwork = (drill) => drill.plan.partner ? settledOf(drill).partner : null;
var expand = (drill) => expandAlone(settled(drill));

// core/src/pattern/pose.ts
function standsOf({ start: start2, moves: moves2 }) {
  const ballAt = courseOf({ left: start2.feet.left.ball, right: start2.feet.right.ball }, eventsOf(moves2));
  const startOf4 = ({ events, beatS }) => events[0]?.liftS ?? beatS;
  const lastBy = latestBy(moves2, startOf4);
  return (timeS) => {
    const balls = { left: ballAt("left", timeS), right: ballAt("right", timeS) };
    const move = lastBy(timeS);
    if (!move) return { ...balls, lead: start2.lead, facingDeg: start2.facingDeg };
    const { before, after, events } = move;
    const [fromS, toS] = [startOf4(move), Math.max(startOf4(move), ...events.map(({ landS }) => landS))];
    const share = timeS >= toS ? 1 : minimumJerk((timeS - fromS) / (toS - fromS));
    const facingDeg = wrapDeg(before.facingDeg + share * wrapDeg(after.facingDeg - before.facingDeg));
    return { ...balls, lead: share < 1 ? before.lead : after.lead, facingDeg };
  };
}
function bandsAlong({ band: band2 }, { moves: moves2 }) {
  const named = moves2.flatMap(
    ({ cue, events, beatS }) => cue?.band ? [{ band: cue.band, fromS: events[0]?.liftS ?? beatS }] : []
  );
  const lastBy = latestBy(named, ({ fromS }) => fromS);
  return (timeS) => lastBy(timeS)?.band ?? band2;
}

// core/src/setout/two-tapes.ts
var READING_U_M = 5e-3;

// core/src/setout/setout-fix.ts
var USUAL_TAPE = { lengthM: 10, readingUM: READING_U_M };

// core/src/placing/nearest.ts
import FlatQueue from "flatqueue";
var applyMove = ({ about, turnDeg, shift }, p) => {
  const turned3 = turnAbout(p, about, turnDeg);
  return { x: turned3.x + shift.x, y: turned3.y + shift.y };
};

// core/src/layout/layout-marks.ts
var MOST_MARKS = 400;
var cone = (right, ahead, purpose = "pass it") => ({
  shape: { kind: "cone", tall: false },
  right,
  ahead,
  purpose
});
var many = (count3, make) => Array.from({ length: count3 }, (_, i) => make(i));
function piecesOf(layout, ruler) {
  const m2 = ruler.metres;
  switch (layout.kind) {
    case "zigzag-lane":
      return many(
        layout.cones,
        (i) => cone(0, i * m2(layout.spacing), i % 2 === 0 ? "pass on the left" : "pass on the right")
      );
    case "straight-lane":
      return many(
        Math.min(MOST_MARKS, Math.floor(m2(layout.length) / m2(layout.every) + 1e-9) + 1),
        (i) => cone(0, i * m2(layout.every), "step to it")
      );
    case "single-marker":
      return [cone(0, 0, "go round it")];
    case "in-and-out":
      return [m2(layout.near), m2(layout.far)].map((ahead, i) => ({
        line: [-m2(layout.width) / 2, ahead, m2(layout.width) / 2, ahead],
        purpose: i === 0 ? "in to here" : "out to here"
      }));
    case "box":
      return [
        [-0.5, 0],
        [0.5, 0],
        [0.5, 1],
        [-0.5, 1]
      ].map(([right, ahead]) => cone(right * m2(layout.width), ahead * m2(layout.depth), "corner"));
    case "v":
      return [
        cone(0, 0, "point of the V"),
        ...many(2 * layout.conesPerArm, (i) => {
          const along = (Math.floor(i / 2) + 1) * m2(layout.arm) / layout.conesPerArm;
          return polar(along, (i % 2 === 0 ? -0.5 : 0.5) * layout.angleDeg, "arm");
        })
      ];
    case "star":
      return [
        cone(0, 0, "home"),
        ...many(layout.arms, (i) => polar(m2(layout.arm), 360 * i / layout.arms, "out and home"))
      ];
    case "circle":
      return many(
        layout.marks,
        (i) => polar(m2(layout.radius), 360 * i / layout.marks, "stand here, face the middle")
      );
    case "quarter-turn-cross":
      return [
        {
          shape: { kind: "cross", sizeM: 2 * m2(layout.arm), headingDeg: 0 },
          right: 0,
          ahead: 0,
          purpose: "ball of the pivot foot on the middle"
        }
      ];
    case "ladder":
      return many(layout.rungs, (i) => ({
        line: [-m2(layout.width) / 2, i * m2(layout.every), m2(layout.width) / 2, i * m2(layout.every)],
        purpose: "both feet in each field"
      }));
    case "slip-line":
      return [
        {
          line: [0, 0, 0, m2(layout.length)],
          ropeM: ruler.ropeM,
          purpose: "slip under it, foot and head together"
        }
      ];
    case "mirror-lanes":
      return many(
        2 * layout.cones,
        (i) => cone(
          (i % 2 === 0 ? -0.5 : 0.5) * m2(layout.apart),
          Math.floor(i / 2) * m2(layout.spacing),
          "mirror your partner"
        )
      );
    case "scatter":
      return scatter(
        layout.marks,
        m2(layout.width),
        m2(layout.depth),
        m2(layout.apart),
        chanceFrom(layout.seed).uniform
      );
  }
}
var polar = (radius, deg, purpose) => {
  const p = fromFacing({ x: 0, y: 0 }, deg, 0, radius);
  return cone(p.x, p.y, purpose);
};
var TRIES = 400;
function scatter(count3, width, depth, apart, uniform) {
  const placed = [];
  for (let tries = 0; placed.length < count3 && tries < TRIES * count3; tries++) {
    const [right, ahead] = [(uniform() - 0.5) * width, uniform() * depth];
    const clear = placed.every((other2) => Math.hypot(other2.right - right, other2.ahead - ahead) >= apart);
    if (clear) placed.push(cone(right, ahead, "touch it when it is called"));
  }
  return placed;
}

// core/src/layout/lane-box.ts
var FOOT_M = 0.15;
function roomOf(layout, ruler) {
  const m2 = ruler.metres;
  const body = ruler.separationM / 2 + FOOT_M;
  const around = (room) => ({ side: room, back: room, ahead: room });
  switch (layout.kind) {
    case "zigzag-lane":
      return {
        side: m2(layout.offset) + body,
        back: m2(layout.spacing) / 2 + body,
        ahead: m2(layout.spacing) / 2 + body
      };
    case "single-marker":
      return around(ruler.separationM + body);
    case "in-and-out":
      return { side: 0, back: m2(layout.near), ahead: body };
    case "slip-line":
      return { side: ruler.halfStepM + body, back: body, ahead: body };
    case "mirror-lanes":
      return { side: body, back: m2(layout.spacing) / 2 + body, ahead: m2(layout.spacing) / 2 + body };
    case "ladder":
      return { side: FOOT_M, back: body, ahead: body };
    default:
      return around(body);
  }
}
function laneBox(layout, ruler) {
  const { side, back, ahead } = roomOf(layout, ruler);
  const points = piecesOf(layout, ruler).flatMap(
    (piece) => "line" in piece ? [
      [piece.line[0], piece.line[1]],
      [piece.line[2], piece.line[3]]
    ] : reachOf(piece).map(([x, y]) => [piece.right + x, piece.ahead + y])
  );
  const xs = points.map(([x]) => x);
  const ys = points.map(([, y]) => y);
  return {
    leftM: Math.min(0, ...xs) - side,
    rightM: Math.max(0, ...xs) + side,
    backM: Math.min(...ys) - back,
    aheadM: Math.max(...ys) + ahead
  };
}
var reachOf = ({ shape }) => {
  if (shape.kind !== "cross") return [[0, 0]];
  const half = shape.sizeM / 2;
  return [
    [-half, -half],
    [half, half]
  ];
};

// core/src/layout/layout-kinds.ts
var measure = (key, label) => ({ key, label, kind: "measure" });
var count = (key, label, range) => ({
  key,
  label,
  kind: "count",
  range
});
var steps = (value) => ({ value, unit: "half-steps" });
var separations = (value) => ({ value, unit: "separations" });
var LAYOUT_KINDS = [
  {
    kind: "zigzag-lane",
    name: "Zigzag lane",
    use: "weave between cones, the foot on that side first",
    backward: true,
    people: 1,
    start: { kind: "zigzag-lane", cones: 5, spacing: metres(1), offset: metres(0.6) },
    fields: [count("cones", "Cones", [1, 40]), measure("spacing", "Spacing"), measure("offset", "Pass at")]
  },
  {
    kind: "straight-lane",
    name: "Straight lane",
    use: "five forward, five back, a mark for every second half step",
    backward: true,
    people: 1,
    start: { kind: "straight-lane", length: metres(4), every: steps(2) },
    fields: [measure("length", "Length"), measure("every", "A mark every")]
  },
  {
    kind: "single-marker",
    name: "Single marker",
    use: "round one marker, both ways",
    backward: true,
    people: 1,
    start: { kind: "single-marker" },
    fields: []
  },
  {
    kind: "in-and-out",
    name: "In-and-out lines",
    use: "in to strike, the whole body out again",
    backward: true,
    people: 1,
    start: {
      kind: "in-and-out",
      near: { value: 0.9, unit: "long" },
      far: { value: 1, unit: "one-step" },
      width: metres(1.2)
    },
    fields: [
      { key: "near", label: "In, from the bag", kind: "measure", bands: true },
      { key: "far", label: "Out, from the bag", kind: "measure", bands: true },
      measure("width", "Width")
    ]
  },
  {
    kind: "box",
    name: "Box",
    use: "forward, aside, back, aside, facing one way",
    backward: true,
    people: 1,
    start: { kind: "box", width: metres(1.5), depth: metres(1.5) },
    fields: [measure("width", "Width"), measure("depth", "Depth")]
  },
  {
    kind: "v",
    name: "V at an angle",
    use: "in along one arm, out along the other",
    backward: true,
    people: 1,
    start: { kind: "v", arm: metres(1.5), angleDeg: 90, conesPerArm: 2 },
    fields: [
      measure("arm", "Arm"),
      { key: "angleDeg", label: "Angle", kind: "degrees", range: [10, 180] },
      count("conesPerArm", "Cones an arm", [1, 20])
    ]
  },
  {
    kind: "star",
    name: "Star",
    use: "out and home in every direction",
    backward: true,
    people: 1,
    start: { kind: "star", arms: 6, arm: separations(3) },
    fields: [count("arms", "Arms", [2, 24]), measure("arm", "Arm")]
  },
  {
    kind: "circle",
    name: "Circle round a target",
    use: "circle them, not yourself, at one range",
    backward: false,
    people: 1,
    start: { kind: "circle", marks: 8, radius: { value: 0.5, unit: "long" } },
    fields: [
      count("marks", "Marks", [3, 60]),
      { key: "radius", label: "Radius", kind: "measure", bands: true }
    ]
  },
  {
    kind: "quarter-turn-cross",
    name: "Quarter-turn cross",
    use: "pivot by 90\xB0 on the ball of the lead foot",
    backward: false,
    people: 1,
    start: { kind: "quarter-turn-cross", arm: separations(1) },
    fields: [measure("arm", "Arm")]
  },
  {
    kind: "ladder",
    name: "Ladder",
    use: "both feet in each field",
    backward: false,
    people: 1,
    start: { kind: "ladder", rungs: 9, every: steps(1), width: { value: 1.5, unit: "shoulders" } },
    fields: [count("rungs", "Rungs", [2, 60]), measure("every", "A rung every"), measure("width", "Width")]
  },
  {
    kind: "slip-line",
    name: "Slip line",
    use: "under the rope at 45\xB0, foot and head together; forward, then backward",
    backward: true,
    people: 1,
    start: { kind: "slip-line", length: metres(4) },
    fields: [measure("length", "Length")]
  },
  {
    kind: "mirror-lanes",
    name: "Two-lane mirror",
    use: "two students, each the mirror of the other",
    backward: true,
    people: 2,
    start: { kind: "mirror-lanes", cones: 4, spacing: metres(1), apart: metres(2) },
    fields: [
      count("cones", "Cones a lane", [1, 40]),
      measure("spacing", "Spacing"),
      measure("apart", "Lanes apart")
    ]
  },
  {
    kind: "scatter",
    name: "Scatter",
    use: "touch the one that is called",
    backward: true,
    people: 1,
    start: { kind: "scatter", marks: 7, width: metres(3), depth: metres(3), apart: metres(0.8), seed: 1 },
    fields: [
      count("marks", "Marks", [1, 100]),
      measure("width", "Width"),
      measure("depth", "Depth"),
      measure("apart", "Apart at least"),
      count("seed", "Throw number", [1, 9999])
    ]
  }
];
var layoutKindOf = (kind) => LAYOUT_KINDS.find((info) => info.kind === kind);

// core/src/layout/laid-floor.ts
var newPiece = (id, name, backward) => ({
  id,
  name,
  group: null,
  locked: false,
  backward,
  worksOn: null
});

// core/src/rules/performance.ts
var isTravel = ({ how }) => how !== "pivot" && how !== "bounce";
var EXACT = {
  positionM: 0,
  movingM: 0,
  timeS: 0,
  headingDeg: 0,
  frameShiftM: 0,
  frameTurnDeg: 0
};
var EXACT_EVENT = { fromM: 0, toM: 0, liftS: 0, landS: 0, headingDeg: 0 };
function onFloorM({ uncertainty, floor }, at, relativeM) {
  const { frameShiftM, frameTurnDeg } = uncertainty;
  if (frameShiftM === 0 && frameTurnDeg === 0) return relativeM;
  const n = floor.outline.length;
  const middle = floor.outline.reduce((sum, p) => ({ x: sum.x + p.x / n, y: sum.y + p.y / n }), {
    x: 0,
    y: 0
  });
  return Math.hypot(relativeM, frameShiftM, radians(frameTurnDeg) * distanceM(at, middle));
}
var finding = (verdict, parts) => verdict === "met" ? [] : [{ ...parts(), verdict }];
function identified(found) {
  const times = /* @__PURE__ */ new Map();
  return [...found].sort((a, b) => a.timeS - b.timeS).map((one) => {
    const name = [one.fault, one.moveNumber ?? "beside", one.foot ?? "both"].join(" ");
    const count3 = (times.get(name) ?? 0) + 1;
    times.set(name, count3);
    return { id: count3 === 1 ? name : `${name} ${count3}`, ...one };
  });
}

// core/src/rules/rules-feet.ts
var FLIGHT_LOOKS = 6;
function looks(performance2, move) {
  const { ballAt, uncertainty, uOf } = performance2;
  const seen = [];
  const look = (timeS, event, balls, landed2, uM2) => {
    seen.push({
      timeS,
      event,
      balls,
      landed: landed2,
      apartM: distanceM(balls.left, balls.right),
      crossedM: crossedM(balls, facingAt2(performance2, move, timeS, balls)),
      expandedU: 2 * uM2
    });
  };
  const uM = { ...move.before.uM };
  for (const event of move.events.filter(isTravel)) {
    const { liftS, landS, foot, to } = event;
    const standsUM = uM[otherFoot(foot)];
    const { fromM, toM } = uOf(event);
    const flyingUM = Math.hypot(standsUM, Math.max(uncertainty.movingM, fromM, toM));
    for (let i = 1; i <= FLIGHT_LOOKS && event.how !== "raise"; i++) {
      const timeS = liftS + (landS - liftS) * i / (FLIGHT_LOOKS + 1);
      look(timeS, event, { left: ballAt("left", timeS), right: ballAt("right", timeS) }, false, flyingUM);
    }
    const other2 = otherFoot(foot);
    uM[foot] = toM;
    look(landS, event, feetOf(foot, to, ballAt(other2, landS)), true, Math.hypot(standsUM, toM));
  }
  return seen;
}
var feetOf = (foot, at, other2) => foot === "left" ? { left: at, right: other2 } : { left: other2, right: at };
function facingAt2({ targetAt: targetAt2 }, move, timeS, balls) {
  if (move.faces === "target") {
    const at = targetAt2(timeS);
    const [x, y] = [at.x - (balls.left.x + balls.right.x) / 2, at.y - (balls.left.y + balls.right.y) / 2];
    const awayM = Math.sqrt(x * x + y * y);
    return awayM > 0 ? { x: x / awayM, y: y / awayM } : forward(0);
  }
  const fromS = move.events[0]?.liftS ?? timeS;
  const toS = move.events.reduce((last, { landS }) => Math.max(last, landS), -Infinity);
  const share = Math.min(1, Math.max(0, (timeS - fromS) / Math.max(toS - fromS, 1e-9)));
  const { before, after } = move;
  return forward(before.facingDeg + share * wrapDeg(after.facingDeg - before.facingDeg));
}
var crossedM = ({ left, right }, facing) => (left.x - right.x) * facing.y - (left.y - right.y) * facing.x;
var OWN_SPARE = 0.12;
function ownCourse(performance2, { planned, faces }) {
  if (!planned?.judged.ownCourse) return null;
  const { stance, targetAt: targetAt2 } = performance2;
  const spareM = OWN_SPARE * stance.separation.valueM;
  const plain = { toesDeg: { left: null, right: null }, uM: { left: 0, right: 0 } };
  const { before, after, events } = planned;
  const asPlanned2 = {
    moveNumber: planned.number,
    planned,
    events,
    beatS: planned.beatS,
    faces,
    before: { ...before, ...plain },
    after: { ...after, ...plain }
  };
  const seen = looks(
    {
      ...performance2,
      targetAt: targetAt2,
      ballAt: courseOf(before, events),
      uOf: () => EXACT_EVENT,
      uncertainty: EXACT
    },
    asPlanned2
  );
  const own = [before, after].map(({ left, right }) => distanceM(left, right));
  return {
    leastApartM: Math.min(...own, ...seen.map(({ apartM }) => apartM)) - spareM,
    mostApartM: Math.max(...own, ...seen.map(({ apartM }) => apartM)) + spareM,
    mostCrossedM: Math.max(...seen.map((look) => look.crossedM)) + spareM
  };
}
var worstOf = (seen, value) => seen.reduce((a, b) => value(b) - b.expandedU > value(a) - a.expandedU ? b : a);
var partsOf = (move, look) => ({
  timeS: look.timeS,
  foot: look.event.foot,
  moveNumber: move.moveNumber,
  at: look.balls[look.event.foot],
  unit: "m",
  expandedU: look.expandedU
});
function feetRules(performance2, move) {
  const { stance } = performance2;
  const { limits } = stance.school;
  const seen = looks(performance2, move);
  if (seen.length === 0) return [];
  const own = ownCourse(performance2, move);
  const atMostAt = (fault, look, measured2, limit) => finding(atMost(measured2, limit, look.expandedU), () => ({
    ...partsOf(move, look),
    fault,
    measured: measured2,
    limit
  }));
  const crossed = worstOf(seen, (look) => look.crossedM);
  const together2 = worstOf(seen, (look) => -look.apartM);
  const stretched = worstOf(seen, (look) => look.apartM);
  const togetherLimitM = Math.min(togetherM(stance), own?.leastApartM ?? Infinity);
  const stretchLimitM = Math.max(limits.overstretchRatio * stance.separation.valueM, own?.mostApartM ?? 0);
  const crossedLimitM = Math.max(
    limits.crossedBreadths * stance.body.footBreadth.valueM,
    own?.mostCrossedM ?? 0
  );
  return [
    ...atMostAt("feet-crossed", crossed, crossed.crossedM, crossedLimitM),
    ...finding(atLeast(together2.apartM, togetherLimitM, together2.expandedU), () => ({
      ...partsOf(move, together2),
      fault: "feet-together",
      measured: together2.apartM,
      limit: togetherLimitM
    })),
    ...atMostAt("overstretched", stretched, stretched.apartM, stretchLimitM),
    ...own ? [] : narrowed(performance2, move, together2)
  ];
}
function narrowed({ stance }, move, look) {
  const limit = stance.school.limits.narrowedRatio * stance.separation.valueM;
  if (atLeast(look.apartM, limit, look.expandedU) !== "not-met") return [];
  if (atLeast(look.apartM, togetherM(stance), look.expandedU) !== "met") return [];
  return finding("not-met", () => ({
    ...partsOf(move, look),
    fault: "narrowed",
    measured: look.apartM,
    limit
  }));
}

// core/src/rules/rules-place.ts
function offFloor(performance2, move) {
  return move.events.filter(isTravel).flatMap((event) => {
    const expandedU = 2 * onFloorM(performance2, event.to, performance2.uOf(event).toM);
    const measured2 = signedDistanceM(performance2.floor.outline, event.to);
    return finding(atMost(measured2, 0, expandedU), () => ({
      ...landing(move, event, event.to),
      fault: "off-floor",
      measured: measured2,
      limit: 0,
      unit: "m",
      expandedU
    }));
  });
}
function coneTouched(performance2, move) {
  const { stance, cones } = performance2;
  const reachM = stance.body.footLength.valueM;
  return move.events.filter(isTravel).flatMap((event) => {
    const expandedU = 2 * onFloorM(performance2, event.to, performance2.uOf(event).toM);
    const near = cones.filter((cone2) => distanceM(cone2.at, event.to) < reachM + cone2.radiusM);
    if (near.length === 0) return [];
    const foot = {
      ball: event.to,
      headingDeg: event.headingAfterDeg ?? toeHeadingDeg(withLead(stance, move.after.lead), event.foot, move.after.facingDeg),
      heelUp: false
    };
    const isBeside = ({ at, radiusM }) => awayFromFootM(foot, stance.body, at) - radiusM > expandedU;
    if (near.every(isBeside)) return [];
    const outline2 = footOutline(event.foot, foot, stance.body);
    const depths = near.map((cone2) => cone2.radiusM - signedDistanceM(outline2, cone2.at));
    const measured2 = Math.max(...depths);
    return finding(atMost(measured2, 0, expandedU), () => ({
      ...landing(move, event, near[depths.indexOf(measured2)].at),
      fault: "cone-touched",
      measured: measured2,
      limit: 0,
      unit: "m",
      expandedU
    }));
  });
}
var landing = (move, event, at) => ({
  timeS: event.landS,
  foot: event.foot,
  moveNumber: move.moveNumber,
  at
});
function excursions({ timeS }, outside, swayS) {
  const found = [];
  for (let i = 0; i < timeS.length; i++) {
    if (outside(i) <= 0) continue;
    const last = found.at(-1);
    if (last && timeS[i] - timeS[last.until] < swayS)
      found[found.length - 1] = { from: last.from, until: i };
    else found.push({ from: i, until: i });
  }
  return found.filter(({ from, until }) => timeS[until] - timeS[from] >= swayS);
}
function outOfBand(performance2) {
  const { uncertainty, stance, moves: moves2, targetSeen, spanS: spanS2 } = performance2;
  const gap = within(performance2.gap, spanS2);
  const { timeS, gapM: gapM2, nearM, farM } = gap;
  const middleUM = uncertainty.positionM / Math.SQRT2;
  const shownUM = targetSeen ? middleUM : onFloorM(performance2, performance2.start.left, middleUM);
  const gapUM = Math.hypot(shownUM, performance2.targetUM);
  const swayS = stance.school.limits.bandExcursionS;
  const durationU = 2 * Math.SQRT2 * uncertainty.timeS;
  const outside = (i) => Math.max(nearM[i] - gapM2[i], gapM2[i] - farM[i]);
  const expandedU = (i) => {
    const before = Math.max(0, i - 1);
    const after = Math.min(timeS.length - 1, i + 1);
    const edgeSpeed = (nearM[after] - nearM[before]) / Math.max(timeS[after] - timeS[before], 1e-9);
    return 2 * Math.hypot(gapUM, edgeSpeed * uncertainty.timeS);
  };
  const seen = excursions(gap, outside, swayS);
  const possible = excursions(gap, (i) => outside(i) + expandedU(i), swayS).filter(
    (one) => !seen.some((other2) => other2.from <= one.until && other2.until >= one.from)
  );
  return [...seen, ...possible].map(({ from, until }) => {
    let worst = from;
    let certainS = 0;
    for (let i = from + 1; i <= until; i++) {
      if (outside(i) > outside(worst)) worst = i;
      if (outside(i) > expandedU(i)) certainS += timeS[i] - timeS[i - 1];
    }
    const startS = timeS[from];
    return {
      fault: "out-of-band",
      timeS: startS,
      foot: null,
      moveNumber: moveAt(moves2, startS),
      at: midpoint(performance2.ballAt("left", startS), performance2.ballAt("right", startS)),
      measured: gapM2[worst],
      limit: gapM2[worst] < nearM[worst] ? nearM[worst] : farM[worst],
      unit: "m",
      expandedU: expandedU(worst),
      verdict: certainS - durationU >= swayS ? "not-met" : "cannot-tell"
    };
  });
}
function within(gap, [fromS, toS]) {
  const from = gap.timeS.findIndex((t) => t >= fromS);
  const to = gap.timeS.findLastIndex((t) => t <= toS);
  const part = (values) => values.subarray(Math.max(0, from), to + 1);
  if (from === -1) return { ...gap, timeS: part(gap.timeS).subarray(0, 0) };
  return {
    timeS: part(gap.timeS),
    gapM: part(gap.gapM),
    nearM: part(gap.nearM),
    farM: part(gap.farM),
    plannedM: part(gap.plannedM)
  };
}
var startOf2 = (move) => move?.events[0]?.liftS ?? move?.planned?.beatS ?? Infinity;
function moveAt(moves2, timeS) {
  let low = 0;
  let high = moves2.length - 1;
  let number2 = null;
  while (low <= high) {
    const middle = low + high >> 1;
    if (startOf2(moves2[middle]) <= timeS) {
      number2 = moves2[middle].moveNumber ?? number2;
      low = middle + 1;
    } else high = middle - 1;
  }
  return number2;
}

// core/src/rules/rules-lane.ts
var centreOf2 = ({ left, right }) => midpoint(left, right);
function passedAt(lane, cone2, from, to) {
  const [a, b] = [from, to].map((p) => inFacing(subtract(p, cone2), lane.laneHeadingDeg));
  if (!a || !b || a.forwardM === b.forwardM || a.forwardM * b.forwardM > 0) return null;
  const share = a.forwardM / (a.forwardM - b.forwardM);
  return a.rightM + share * (b.rightM - a.rightM);
}
function wrongSideOfCone(performance2, move) {
  const { planned, before, after } = move;
  if (planned?.kind !== "weave") return [];
  const last = move.events.at(-1);
  return performance2.lanes.flatMap(
    (lane) => weaveCones(lane).flatMap((cone2) => {
      const wanted = passedAt(lane, cone2.at, centreOf2(planned.before), centreOf2(planned.after));
      const did = passedAt(lane, cone2.at, centreOf2(before), centreOf2(after));
      if (wanted === null || did === null || Math.abs(wanted) < cone2.radiusM || !last) return [];
      const measured2 = Math.sign(wanted) * did;
      const uM = Math.hypot(after.uM.left, after.uM.right) / 2;
      const expandedU = 2 * onFloorM(performance2, cone2.at, uM);
      return finding(atLeast(measured2, 0, expandedU), () => ({
        fault: "wrong-side-of-cone",
        timeS: last.landS,
        foot: null,
        moveNumber: move.moveNumber,
        at: cone2.at,
        measured: measured2,
        limit: 0,
        unit: "m",
        expandedU
      }));
    })
  );
}

// core/src/rules/rules-steps.ts
var travelsOf = (move) => move.events.filter(isTravel);
var STEP = { order: true, halfStep: true, ownCourse: false };
var judgedAs = ({ planned }) => planned?.judged ?? STEP;
var EITHER_APART = 0.85;
var EITHER_WIDE = 0.2;
function eitherIsRight({ separation }, move) {
  const { planned, before, events } = move;
  const feet2 = planned?.before ?? before;
  const separationM = separation.valueM;
  return (planned?.events ?? events).filter(isTravel).every((event) => {
    const { left, right } = ballsAfter(feet2, [event]);
    const across = inFacing(subtract(right, left), (planned?.before ?? before).facingDeg);
    return distanceM(left, right) >= EITHER_APART * separationM && Math.abs(across.rightM) >= EITHER_WIDE * separationM;
  });
}
function orderWanted({ uOf }, move) {
  const { before, after, planned } = move;
  if (planned)
    return {
      foot: planned.firstFoot,
      directionDeg: planned.directionDeg,
      uDeg: 0
    };
  const [from, to] = [midpoint(before.left, before.right), midpoint(after.left, after.right)];
  const directionDeg = wrapDeg(headingDeg(from, to) - before.facingDeg);
  const uM = Math.max(...move.events.map((event) => uOf(event).toM));
  const uDeg = degrees(Math.atan2(uM, Math.max(distanceM(from, to), 1e-6)));
  return { foot: firstFoot(directionDeg, before.lead), directionDeg, uDeg };
}
function wrongFootFirst(performance2, move) {
  const [first, ...others] = travelsOf(move);
  const second = others.find((event) => event.foot !== first?.foot);
  if (!first || !second || !judgedAs(move).order) return [];
  const { stance, uOf } = performance2;
  const wanted = orderWanted(performance2, move);
  if (first.foot === wanted.foot) return [];
  const edgeDeg = fromEdgeDeg(wanted.directionDeg);
  if (edgeDeg <= EDGE_DEG && eitherIsRight(stance, move)) return [];
  const earlyS = second.liftS - first.liftS;
  const expandedU = 2 * Math.hypot(uOf(first).liftS, uOf(second).liftS);
  const order = atMost(earlyS, 0, expandedU);
  const isOpen2 = edgeDeg - EDGE_DEG <= 2 * wanted.uDeg && wanted.uDeg > 0;
  return finding(order === "not-met" && isOpen2 ? "cannot-tell" : order, () => ({
    fault: "wrong-foot-first",
    timeS: first.liftS,
    foot: first.foot,
    moveNumber: move.moveNumber,
    at: first.from,
    measured: earlyS,
    limit: 0,
    unit: "s",
    expandedU
  }));
}
function stepTooLong({ stance, uOf }, move) {
  if (!judgedAs(move).halfStep) return [];
  const swings = new Set(move.planned?.events.flatMap(({ foot, about }) => about ? [foot] : []));
  const steps3 = travelsOf(move).filter(({ foot, how }) => how !== "raise" && !swings.has(foot));
  const [longest] = steps3.toSorted((a, b) => distanceM(b.from, b.to) - distanceM(a.from, a.to));
  if (!longest) return [];
  const step2 = longest;
  const measured2 = distanceM(step2.from, step2.to);
  const limit = stance.school.limits.halfStepRatio * stance.separation.valueM;
  const { fromM, toM } = uOf(step2);
  const expandedU = 2 * Math.hypot(fromM, toM);
  return finding(atMost(measured2, limit, expandedU), () => ({
    fault: "step-too-long",
    timeS: step2.landS,
    foot: step2.foot,
    moveNumber: move.moveNumber,
    at: step2.to,
    measured: measured2,
    limit,
    unit: "m",
    expandedU
  }));
}
function facingsOf({ stance, uOf }, move) {
  const { facingDeg, lead, toesDeg } = move.after;
  const last = move.events.at(-1);
  const toTarget = { deg: facingDeg, uDeg: 0 };
  const toe = toesDeg[lead];
  if (toe === null) return [toTarget];
  return [
    toTarget,
    { deg: facingOfToe(withLead(stance, lead), lead, toe), uDeg: last ? uOf(last).headingDeg : 0 }
  ];
}
function dueBeside(fitted, move, foot, facingDeg) {
  const { after, planned } = move;
  const way2 = foot === "right" ? 1 : -1;
  const { rightM, forwardM } = planned ? inFacing(subtract(planned.after.right, planned.after.left), planned.after.facingDeg) : { rightM: fitted.widthM, forwardM: after.lead === "left" ? -fitted.lengthM : fitted.lengthM };
  return fromFacing(after[otherFoot(foot)], facingDeg, way2 * rightM, way2 * forwardM);
}
var RANK = { met: 0, "cannot-tell": 1, "not-met": 2 };
var milder = (views) => views.reduce(
  (a, b) => RANK[b.verdict] < RANK[a.verdict] || b.verdict === a.verdict && b.measured < a.measured ? b : a
);
function restored(performance2, move) {
  const { stance } = performance2;
  const { left, right, uM, toesDeg, lead } = move.after;
  const separationM = stance.separation.valueM;
  const limit = stance.school.limits.restoreRatio * separationM;
  const placeUM = Math.hypot(uM.left, uM.right);
  const views = facingsOf(performance2, move).map(({ deg, uDeg }) => {
    const due = dueBeside(stance, move, "left", deg);
    const measured2 = distanceM(left, due);
    const expandedU = 2 * Math.hypot(placeUM, separationM * radians(uDeg));
    return { verdict: atMost(measured2, limit, expandedU), measured: measured2, limit, expandedU };
  });
  const best = milder(views);
  if (best.verdict !== "not-met" || toesDeg[lead] !== null) return best;
  const apart = Math.abs(distanceM(left, right) - separationM);
  const sure = atMost(apart, limit, 2 * placeUM) === "not-met";
  return sure ? best : { ...best, verdict: "cannot-tell" };
}
var LEAST_STEP_LIMIT_M = 0.025;
function followed(performance2, move, second) {
  const { stance, uOf } = performance2;
  const share = stance.school.limits.stepShare;
  const did = distanceM(second.from, second.to);
  const { toM } = uOf(second);
  const placeUM = Math.hypot(toM, move.after.uM[otherFoot(second.foot)]);
  const views = facingsOf(performance2, move).map(({ deg, uDeg }) => {
    const askedM = distanceM(second.from, dueBeside(stance, move, second.foot, deg));
    const limitM = Math.max(LEAST_STEP_LIMIT_M, share * askedM);
    const expandedU = 2 * Math.hypot(placeUM, stance.separation.valueM * radians(uDeg));
    const off = Math.abs(did - askedM);
    return { verdict: atMost(off, limitM, expandedU), measured: off, limit: limitM, expandedU, askedM };
  });
  const best = milder(views);
  const limit = did < best.askedM ? best.askedM - best.limit : best.askedM + best.limit;
  return { verdict: best.verdict, measured: did, limit, expandedU: best.expandedU };
}
function stayed(performance2, move, went) {
  const { planned, before, after } = move;
  const other2 = otherFoot(went.foot);
  const isAsked = planned?.judged.halfStep && planned.events.some((event) => isTravel(event) && event.foot === other2);
  if (!isAsked || travelsOf(move).some(({ foot }) => foot === other2)) return null;
  const { stance } = performance2;
  const placeUM = Math.hypot(before.uM[other2], after.uM[went.foot], LEAST_STEP_LIMIT_M / 2);
  const views = facingsOf(performance2, move).map(({ deg, uDeg }) => {
    const askedM = distanceM(before[other2], dueBeside(stance, move, other2, deg));
    const limitM = Math.max(LEAST_STEP_LIMIT_M, stance.school.limits.stepShare * askedM);
    const expandedU = 2 * Math.hypot(placeUM, stance.separation.valueM * radians(uDeg));
    return { verdict: atMost(askedM, limitM, expandedU), measured: 0, limit: askedM - limitM, expandedU };
  });
  return milder(views);
}
function stanceRules(performance2, move) {
  const last = travelsOf(move).at(-1);
  if (!last || move.planned && TURNS.has(move.planned.kind)) return [];
  const common = { timeS: last.landS, foot: last.foot, moveNumber: move.moveNumber, at: last.to };
  const stood = restored(performance2, move);
  const parts = ({ measured: measured2, limit, expandedU }) => ({ measured: measured2, limit, expandedU });
  const own = leftOtherwise(move);
  if (own) return finding(stood.verdict, () => ({ ...common, ...parts(stood), fault: own, unit: "m" }));
  const bothWent = travelsOf(move).some((event) => event.foot !== last.foot);
  const halfStep = move.planned?.judged.halfStep ?? false;
  const follow = bothWent && halfStep && !swingsIn(move, last) ? followed(performance2, move, last) : stayed(performance2, move, last);
  const following = follow ? finding(follow.verdict, () => ({ ...common, ...parts(follow), fault: "foot-not-following", unit: "m" })) : [];
  if (following.some(({ verdict }) => verdict === "not-met" || stood.verdict !== "not-met")) return following;
  return finding(stood.verdict, () => ({
    ...common,
    ...parts(stood),
    fault: "stance-not-restored",
    unit: "m"
  }));
}
var TURNS = /* @__PURE__ */ new Set(["pivot"]);
var KICKS2 = /* @__PURE__ */ new Set(["push-kick", "round-kick", "knee"]);
var SWITCHES = /* @__PURE__ */ new Set(["switch", "turning-switch"]);
var swingsIn = ({ planned }, { foot }) => planned?.events.some((event) => event.foot === foot && event.about) ?? false;
function leftOtherwise({ planned, events }) {
  if (!planned) return null;
  if (KICKS2.has(planned.kind)) return "wrong-return";
  if (SWITCHES.has(planned.kind)) return "not-mirrored";
  const isOut = planned.kind === "in-out" && Math.abs(planned.directionDeg) > 90;
  const feet2 = new Set(events.map(({ foot }) => foot));
  return isOut && feet2.size === 1 ? "half-exit" : null;
}
var SQUARE_DEG = 75;
function unplannedSwitch({ stance }, move) {
  const last = travelsOf(move).at(-1);
  if (stance.stanceAngleDeg > SQUARE_DEG || !last) return [];
  const { left, right, facingDeg, lead, uM } = move.after;
  const angleDeg = readStance(left, right, facingDeg, lead).stanceAngleDeg;
  const measured2 = -distanceM(left, right) * Math.cos(radians(angleDeg));
  const expandedU = 2 * Math.hypot(uM.left, uM.right);
  return finding(atMost(measured2, 0, expandedU), () => ({
    fault: "unplanned-switch",
    timeS: last.landS,
    foot: otherFoot(lead),
    moveNumber: move.moveNumber,
    at: last.to,
    measured: measured2,
    limit: 0,
    unit: "m",
    expandedU
  }));
}
function notFacing({ stance, uOf, targetAt: targetAt2, targetUM }, move) {
  const { after, planned } = move;
  const lead = move.events.findLast((event) => event.foot === after.lead);
  if (!lead || lead.headingAfterDeg === null || move.faces === "free" || planned?.kind === "pivot") return [];
  const due = planned?.events.findLast((event) => event.foot === after.lead)?.headingAfterDeg ?? null;
  const wanted = due !== null && planned ? due + wrapDeg(after.facingDeg - planned.after.facingDeg) : toeHeadingDeg(withLead(stance, after.lead), after.lead, after.facingDeg);
  const measured2 = Math.abs(wrapDeg(lead.headingAfterDeg - wanted));
  const limit = stance.school.limits.facingDeg;
  const awayM = Math.max(distanceM(lead.to, targetAt2(lead.landS)), 1e-6);
  const targetUDeg = move.faces === "target" ? degrees(Math.atan2(targetUM, awayM)) : 0;
  const expandedU = 2 * Math.hypot(uOf(lead).headingDeg, targetUDeg);
  return finding(atMost(measured2, limit, expandedU), () => ({
    fault: "not-facing",
    timeS: lead.landS,
    foot: lead.foot,
    moveNumber: move.moveNumber,
    at: lead.to,
    measured: measured2,
    limit,
    unit: "deg",
    expandedU
  }));
}

// core/src/rules/rules-balance.ts
var AFTER_LANDING_S = 0.15;
var MODEL_U_M = 0.04;
var SETTLES_S = 0.35;
var GRAVITY = 9.81;
var restsAt = ({ stance }, { left, right, lead }) => between(lead === "left" ? right : left, lead === "left" ? left : right, stance.school.weightOnLead);
function offBalance(performance2, move) {
  const { stance } = performance2;
  const { school, body } = stance;
  const steps3 = move.events.filter((event) => isTravel(event) && event.how !== "raise");
  const [first] = steps3;
  if (!first) return [];
  const [from, to] = [restsAt(performance2, move.before), restsAt(performance2, move.after)];
  const startS = first.liftS;
  const endS = Math.max(...steps3.map(({ landS }) => landS)) + SETTLES_S;
  const heightM = MASS_HEIGHT * body.stature.valueM * school.heightShare;
  const omega = Math.sqrt(GRAVITY / heightM);
  const extrapolated = (timeS2) => {
    const share = Math.min(1, Math.max(0, (timeS2 - startS) / (endS - startS)));
    const way2 = 0.5 - 0.5 * Math.cos(Math.PI * share);
    const speed2 = share < 1 ? Math.PI / 2 * Math.sin(Math.PI * share) / (endS - startS) : 0;
    return add(from, scale(subtract(to, from), way2 + speed2 / omega));
  };
  const last = steps3.reduce((a, b) => b.landS > a.landS ? b : a);
  const timeS = last.landS + AFTER_LANDING_S;
  const at = extrapolated(timeS);
  if (distanceToSegmentM(at, move.after.left, move.after.right) <= 2 * MODEL_U_M) return [];
  const feet2 = ["left", "right"].flatMap((name) => outlineOf(performance2, move, name));
  const marginM = -signedDistanceM(convexHull(feet2), at);
  const { toM } = performance2.uOf(last);
  const expandedU = 2 * Math.hypot(toM, MODEL_U_M);
  return finding(atLeast(marginM, 0, expandedU), () => ({
    fault: "off-balance",
    timeS,
    foot: last.foot,
    moveNumber: move.moveNumber,
    at: midpoint(move.after.left, move.after.right),
    measured: marginM,
    limit: 0,
    unit: "m",
    expandedU
  })).filter(({ verdict }) => verdict === "not-met");
}
function outlineOf({ stance }, { after }, name) {
  const own = withLead(stance, after.lead);
  const foot = {
    ball: after[name],
    headingDeg: after.toesDeg[name] ?? toeHeadingDeg(own, name, after.facingDeg),
    heelUp: false
  };
  return footOutline(name, foot, own.body);
}

// core/src/rules/rules-partner.ts
var OUT_OF_THE_WAY = /* @__PURE__ */ new Set([
  "angle-step",
  "step-across",
  "roll-out",
  "pivot"
]);
var HAND_ASIDE_M = 0.15;
var LANE_HALF_M = 0.18;
var LINE_REACHES_M = 1.6;
var MODEL_U_M2 = 0.05;
function inTheirLine(performance2, move) {
  const last = move.events.filter(isTravel).at(-1);
  if (!move.planned || !OUT_OF_THE_WAY.has(move.planned.kind) || !last) return [];
  const partner2 = performance2.partnerAt(last.landS);
  if (!partner2) return [];
  const { left, right, uM } = move.after;
  const centre = midpoint(left, right);
  const at = performance2.targetAt(last.landS);
  const { forwardM, rightM } = inFacing(subtract(centre, at), partner2.facingDeg);
  if (forwardM <= 0 || forwardM > LINE_REACHES_M) return [];
  const handM = otherFoot(partner2.lead) === "right" ? HAND_ASIDE_M : -HAND_ASIDE_M;
  const measured2 = Math.abs(rightM - handM);
  const expandedU = 2 * Math.hypot(uM.left / Math.SQRT2, uM.right / Math.SQRT2, MODEL_U_M2);
  return finding(atLeast(measured2, LANE_HALF_M, expandedU), () => ({
    fault: "in-their-line",
    timeS: last.landS,
    foot: null,
    moveNumber: move.moveNumber,
    at: centre,
    measured: measured2,
    limit: LANE_HALF_M,
    unit: "m",
    expandedU
  }));
}

// core/src/range/reach-body.ts
var THIGH = 0.245;
var SHANK = 0.246;
var SHOULDER_JOINTS = 0.2;
var HIP_JOINTS = 0.1;
var UPPER_ARM_SHARE = STATURE_FRACTIONS.upperArm / (STATURE_FRACTIONS.upperArm + STATURE_FRACTIONS.forearm + STATURE_FRACTIONS.hand / 2);
var THIGH_SHARE = THIGH / STATURE_FRACTIONS.hipHeight;
var LEG_SHARE = (THIGH + SHANK) / STATURE_FRACTIONS.hipHeight;
function strikerOf(student, gloves = false) {
  const body = bodyOf(student.lengths);
  const f = STATURE_FRACTIONS;
  const estimate = (fraction) => {
    const valueM = fraction * student.lengths.statureM;
    return { valueM, uM: ESTIMATE_U_SHARE * valueM, source: "estimated" };
  };
  const shareOf = (whole, share) => ({
    valueM: whole.valueM * share,
    uM: whole.source === "measured" ? Math.hypot(whole.uM * share, 0.02 * whole.valueM * share) : whole.uM * share,
    source: "estimated"
  });
  return {
    student,
    stance: fitStance(student),
    gloves,
    lengths: {
      stature: body.stature,
      arm: body.armLength,
      upperArm: shareOf(body.armLength, UPPER_ARM_SHARE),
      shoulderJoints: shareOf(body.shoulderWidth, SHOULDER_JOINTS / f.shoulderWidth),
      shoulderHeight: estimate(f.shoulderHeight),
      hipJoints: estimate(HIP_JOINTS),
      hipHeight: body.hipHeight,
      thigh: shareOf(body.hipHeight, THIGH_SHARE),
      shank: shareOf(body.hipHeight, SHANK / f.hipHeight),
      foot: body.footLength
    }
  };
}
var valuesOf = (lengths) => Object.fromEntries(Object.entries(lengths).map(([name, { valueM }]) => [name, valueM]));
var bentM = (striker) => (1 - striker.stance.school.heightShare) * striker.lengths.stature.valueM;

// core/src/range/strikes.ts
var strike = (id, name, row, why) => ({ id, name, why, ...row });
var hand = (side, [weightOnLead, turnDeg, limbShare], usual, keepsBlade = false) => ({ limb: "hand", side, weightOnLead, turnDeg, keepsBlade, thrust: 0, limbShare, usual });
var elbow = (side, [weightOnLead, turnDeg, limbShare]) => ({
  ...hand(side, [weightOnLead, turnDeg, limbShare], "head", true),
  limb: "elbow"
});
var THRUST = 0.06;
var pushed = (limb, side, [weightOnLead, turnDeg, limbShare]) => ({
  limb,
  side,
  weightOnLead,
  turnDeg,
  keepsBlade: true,
  thrust: THRUST,
  limbShare,
  usual: "body"
});
var roundKick2 = (side, usual) => ({
  limb: "round-kick",
  side,
  weightOnLead: side === "rear" ? 1 : 0.85,
  turnDeg: side === "rear" ? 65 : 55,
  keepsBlade: false,
  thrust: 0,
  limbShare: 0.97,
  usual
});
var ROUND_WHY = "Stands on the other foot, the hip turns over; the leg is nearly straight. The lead leg kicks after a switch of the feet.";
var STRIKES = [
  strike(
    "jab",
    "Jab",
    hand("lead", [0.58, 60, 1], "head", true),
    "Straight arm, lead shoulder turned in, a little weight after it."
  ),
  strike(
    "cross",
    "Cross",
    hand("rear", [0.6, 60, 1], "head"),
    "Straight arm; about 60 % on the lead foot (common practice), the rear shoulder comes through."
  ),
  strike(
    "lead-hook",
    "Lead hook",
    hand("lead", [0.45, 20, 0.66], "head"),
    "Elbow bent to about a right angle; the fist travels across, not away."
  ),
  strike(
    "rear-hook",
    "Rear hook",
    hand("rear", [0.6, 35, 0.66], "head"),
    "As the lead hook, with the rear shoulder coming round."
  ),
  strike(
    "lead-uppercut",
    "Lead uppercut",
    hand("lead", [0.5, 30, 0.58], "body"),
    "Elbow under the fist, the arm goes up more than out."
  ),
  strike(
    "rear-uppercut",
    "Rear uppercut",
    hand("rear", [0.6, 45, 0.58], "body"),
    "As the lead uppercut, with the rear shoulder through."
  ),
  strike(
    "overhand",
    "Overhand",
    hand("rear", [0.65, 55, 0.92], "head"),
    "The arm arcs over: a little shorter than straight, more weight in front."
  ),
  strike("lead-elbow", "Lead elbow", elbow("lead", [0.6, 45, 0.95]), "Upper arm only."),
  strike(
    "rear-elbow",
    "Rear elbow",
    elbow("rear", [0.65, 65, 0.95]),
    "Upper arm only, the rear shoulder through."
  ),
  strike(
    "lead-push-kick",
    "Lead push kick",
    pushed("leg", "lead", [0.35, 40, 0.98]),
    "Stands on the rear foot; the hip pushes after the sole."
  ),
  strike(
    "rear-push-kick",
    "Rear push kick",
    pushed("leg", "rear", [1, 55, 0.98]),
    "Stands on the lead foot; the rear hip comes through."
  ),
  strike("rear-round-kick-thigh", "Rear round kick, thigh", roundKick2("rear", "thigh"), ROUND_WHY),
  strike("rear-round-kick-body", "Rear round kick, body", roundKick2("rear", "body"), ROUND_WHY),
  strike("rear-round-kick-head", "Rear round kick, head", roundKick2("rear", "head"), ROUND_WHY),
  strike("lead-round-kick-thigh", "Switched lead round kick, thigh", roundKick2("lead", "thigh"), ROUND_WHY),
  strike("lead-round-kick-body", "Switched lead round kick, body", roundKick2("lead", "body"), ROUND_WHY),
  strike("lead-round-kick-head", "Switched lead round kick, head", roundKick2("lead", "head"), ROUND_WHY),
  strike(
    "lead-knee",
    "Lead knee",
    pushed("knee", "lead", [0.3, 40, 1]),
    "The thigh only, the hip thrust after it."
  ),
  strike(
    "rear-knee",
    "Rear knee",
    pushed("knee", "rear", [1, 65, 1]),
    "The thigh only, the rear hip through."
  )
];
function strikeOf(id) {
  const found = STRIKES.find((one) => one.id === id);
  if (!found) throw new Error(`no strike "${id}"`);
  return found;
}
var CONTACT_S = {
  hand: 0.35,
  elbow: 0.35,
  leg: 0.7,
  knee: 0.7,
  "round-kick": 0.7
};
var JAB_S = 0.3;
function strikeTiming(id) {
  const known = STRIKES.find((one) => one.id === id);
  if (!known) return { side: "lead", contactS: CONTACT_S.hand };
  return { side: known.side, contactS: known.id === "jab" ? JAB_S : CONTACT_S[known.limb] };
}

// core/src/range/target-parts.ts
var HEAD_DEPTH = 0.11;
var HEAD_AHEAD = 0.02;
var TRUNK_DEPTH = 0.125;
var THIGH_DEPTH = 0.09;
var GUARD_UPPER_ARM_DEG = 25;
var GUARD_FOREARM_DEG = 20;
var SPANS = {
  guard: [0.82, 0.92],
  head: [0.87, 1],
  body: [0.6, 0.78],
  thigh: [0.32, 0.48]
};
var THIGH_DROPS = 0.5;
var BAG_HEIGHTS = {
  guard: 0.818,
  head: 0.818,
  body: 0.68,
  thigh: 0.4
};
var PARTNER_U = 0.02;
function targetAhead(target, { limb, usual, jointHeightM }) {
  const { kind, partner: partner2, part = usual, heightM } = target;
  if (kind !== "partner" || !partner2)
    return { aheadM: 0, heightM: heightM ?? (limb === "hand" || limb === "elbow" ? 1.4 : 1.15) };
  const { aheadM, fromM, toM } = partPlace(partner2, part, limb === "round-kick");
  return { aheadM, heightM: Math.min(toM, Math.max(fromM, jointHeightM)) };
}
function partPlace(partner2, part, fromTheSide = false) {
  const statureM = partner2.lengths.stature.valueM;
  const downM = (part === "thigh" ? THIGH_DROPS : 1) * bentM(partner2);
  const [from, to] = SPANS[part];
  return {
    aheadM: aheadOf(partner2, part, fromTheSide),
    fromM: from * statureM - downM,
    toM: to * statureM - downM
  };
}
function aheadOf({ stance, lengths }, part, fromTheSide) {
  const statureM = lengths.stature.valueM;
  const hipM = (stance.school.weightOnLead - 0.5) * stance.lengthM;
  const front = fromTheSide ? 0 : 0.5;
  switch (part) {
    case "head":
      return hipM + (HEAD_AHEAD + HEAD_DEPTH * front) * statureM;
    case "body":
      return hipM + TRUNK_DEPTH * front * statureM;
    case "thigh":
      return hipM + 0.3 * stance.lengthM + THIGH_DEPTH * front * statureM;
    case "guard": {
      const shoulderM = 0.5 * lengths.shoulderJoints.valueM * Math.cos(radians(stance.stanceAngleDeg));
      const forearmM = lengths.arm.valueM - lengths.upperArm.valueM;
      const armM = lengths.upperArm.valueM * Math.sin(radians(GUARD_UPPER_ARM_DEG)) + forearmM * Math.sin(radians(GUARD_FOREARM_DEG));
      return hipM + shoulderM + armM;
    }
  }
}
var partnerTarget = (partner2, part) => ({
  kind: "partner",
  partner: partner2,
  part,
  ahead: { uM: PARTNER_U }
});
var bagTarget = (striker, part) => ({
  kind: "bag",
  heightM: BAG_HEIGHTS[part] * striker.lengths.stature.valueM - (part === "thigh" ? THIGH_DROPS : 1) * bentM(striker)
});

// core/src/range/reach.ts
var MODEL_U_M3 = { hands: 0.04, kicks: 0.05 };
var CALIBRATED_MODEL_U_M = { hands: 0.012, kicks: 0.018 };
var TOUCH_TAPE_U_M = 0.01;
var GLOVE = { valueM: 0.04, uM: 0.01 / Math.sqrt(3) };
var TOUCH = {
  ...strikeOf("jab"),
  name: "Lead-hand touch",
  weightOnLead: 0.5,
  turnDeg: 45
};
var familyOf = ({ limb }) => limb === "hand" || limb === "elbow" ? "hands" : "kicks";
var TRUNK_TURNS_DEG = 90;
function turnReachedDeg({ stance }, { side, turnDeg, keepsBlade }) {
  const bladeDeg = 90 - stance.stanceAngleDeg;
  if (side === "lead") return keepsBlade ? Math.max(turnDeg, bladeDeg) : turnDeg;
  return Math.min(turnDeg, TRUNK_TURNS_DEG - bladeDeg);
}
function contactOf(striker, id, target) {
  return contactWith(striker, strikeOf(id), target);
}
function contactWith(striker, strike3, target) {
  const plain = evaluate(striker, strike3, target, valuesOf(striker.lengths));
  const family = familyOf(strike3);
  const taped = tapedOf(striker, family);
  const { targetAheadM, gloveM } = plain.terms;
  const own = plain.gapM - targetAheadM - gloveM;
  const scale2 = taped && taped.tapedM / taped.modelM;
  return {
    strike: strike3,
    gapM: scale2 === null ? plain.gapM : scale2 * own + targetAheadM + gloveM,
    uM: Math.hypot(
      taped ? TOUCH_TAPE_U_M * own / taped.modelM : bodyU(striker, strike3, target),
      (taped ? CALIBRATED_MODEL_U_M : MODEL_U_M3)[family],
      target.ahead?.uM ?? 0,
      gloveM > 0 ? GLOVE.uM : 0
    ),
    terms: plain.terms,
    window: plain.window,
    touches: plain.touches,
    calibrated: scale2 !== null
  };
}
function evaluate(striker, strike3, target, lengths) {
  const { stance } = striker;
  const isHand = strike3.limb === "hand" || strike3.limb === "elbow";
  const hipM = (strike3.weightOnLead - 0.5) * stance.lengthM + strike3.thrust * lengths.stature;
  const halfM = (isHand ? lengths.shoulderJoints : lengths.hipJoints) / 2;
  const turnM = halfM * Math.sin(radians(turnReachedDeg(striker, strike3)));
  const jointHeightM = (isHand ? lengths.shoulderHeight : lengths.hipHeight) - bentM(striker);
  const { limb, usual } = strike3;
  const { aheadM, heightM } = targetAhead(target, { limb, usual, jointHeightM });
  const dropM = heightM - jointHeightM;
  const level = (lengthM2) => Math.sqrt(Math.max(0, lengthM2 * lengthM2 - dropM * dropM));
  const limbLengthM = strike3.limbShare * limbOf(strike3, lengths);
  const limbM = level(limbLengthM);
  const gloveM = striker.gloves && limb === "hand" ? GLOVE.valueM : 0;
  const base = hipM + turnM + aheadM;
  const footEnd = strike3.limbShare * (LEG_SHARE * lengths.hipHeight + 0.5 * lengths.foot);
  return {
    gapM: base + limbM + gloveM,
    terms: {
      hipM,
      turnM,
      limbM,
      heightLossM: limbLengthM - limbM,
      gloveM,
      targetAheadM: aheadM,
      jointHeightM,
      targetHeightM: heightM,
      limbLengthM
    },
    window: strike3.limb === "round-kick" ? {
      kneeM: base + level(THIGH_SHARE * lengths.hipHeight),
      shinM: base + limbM,
      footM: base + level(footEnd)
    } : null,
    touches: Math.abs(dropM) < limbLengthM
  };
}
function limbOf({ limb }, lengths) {
  switch (limb) {
    case "hand":
      return lengths.arm;
    case "elbow":
      return UPPER_ARM_SHARE * lengths.arm;
    case "knee":
      return THIGH_SHARE * lengths.hipHeight;
    case "leg":
      return lengths.hipHeight;
    case "round-kick":
      return LEG_SHARE * lengths.hipHeight;
  }
}
var DEPENDS_ON = {
  hand: ["arm", "shoulderJoints", "shoulderHeight"],
  elbow: ["arm", "shoulderJoints", "shoulderHeight"],
  knee: ["hipHeight", "hipJoints"],
  leg: ["hipHeight", "hipJoints"],
  "round-kick": ["hipHeight", "hipJoints"]
};
function bodyU(striker, strike3, target) {
  const { lengths } = striker;
  const values = valuesOf(lengths);
  return propagate(
    DEPENDS_ON[strike3.limb].map((name) => ({ valueM: lengths[name].valueM, uM: lengths[name].uM })),
    (moved) => {
      const changed = { ...values };
      DEPENDS_ON[strike3.limb].forEach((name, i) => {
        changed[name] = moved[i];
      });
      return evaluate(striker, strike3, target, changed).gapM;
    }
  );
}
var NODES = [
  [-Math.sqrt(3), 1 / 6],
  [0, 2 / 3],
  [Math.sqrt(3), 1 / 6]
];
function propagate(inputs, of) {
  const values = inputs.map(({ valueM }) => valueM);
  const here = of(values);
  let [mean2, square] = [0, 0];
  const visit = (i, weight) => {
    const input = inputs[i];
    if (!input) {
      const off = of(values) - here;
      mean2 += weight * off;
      square += weight * off * off;
      return;
    }
    for (const [node, own] of NODES) {
      values[i] = input.valueM + node * input.uM;
      visit(i + 1, weight * own);
    }
    values[i] = input.valueM;
  };
  visit(0, 1);
  return Math.sqrt(Math.max(0, square - mean2 * mean2));
}
var touchModelM = (striker) => evaluate({ ...striker, gloves: false }, TOUCH, bagTarget(striker, "head"), valuesOf(striker.lengths)).gapM;
var kickModelM = (striker) => evaluate(striker, strikeOf("lead-push-kick"), bagTarget(striker, "body"), valuesOf(striker.lengths)).gapM;
function tapedOf(striker, family) {
  const { leadTouchM, leadKickM } = striker.student.lengths;
  const tapedM = family === "hands" ? leadTouchM : leadKickM;
  if (tapedM === void 0) return null;
  return { tapedM, modelM: family === "hands" ? touchModelM(striker) : kickModelM(striker) };
}
function toeGapM(gapM2, striker, partner2) {
  const ahead = (one) => {
    const { stance, lengths } = one;
    const toe = (1 - 0.73) * lengths.foot.valueM * Math.cos(radians(stance.school.leadToeOutDeg));
    return stance.lengthM / 2 + toe;
  };
  return gapM2 - ahead(striker) - (partner2 ? ahead(partner2) : 0);
}
function reachAgainst(student) {
  let striker = null;
  return (name) => {
    const strike3 = STRIKES.find(({ id }) => id === name);
    if (!strike3) return null;
    striker ??= strikerOf(student);
    return contactWith(striker, strike3, bagTarget(striker, strike3.usual));
  };
}

// core/src/range/reach-chart.ts
var USUAL_BAG = { kind: "bag", radiusM: 0.18, heightM: null };
function targetOf(striker, target, usual) {
  if (target.kind === "partner") return partnerTarget(target.partner, target.part ?? usual);
  const own = bagTarget(striker, usual);
  return { ...own, kind: target.kind, ...target.heightM === null ? {} : { heightM: target.heightM } };
}
function reachRow(striker, id, usual, target) {
  const contact = contactOf(striker, id, targetOf(striker, target, usual));
  return {
    contact,
    toeGapM: toeGapM(contact.gapM, striker, target.kind === "partner" ? target.partner : null)
  };
}
function reachRows(striker, target = USUAL_BAG) {
  return STRIKES.map((strike3) => reachRow(striker, strike3.id, strike3.usual, target)).sort(
    (a, b) => Number(b.contact.touches) - Number(a.contact.touches) || b.contact.gapM - a.contact.gapM
  );
}

// core/src/range/bands.ts
var STRAIGHT = ["jab", "cross"];
var POCKET = ["lead-hook", "rear-hook", "lead-uppercut", "rear-uppercut"];
var CLOSE = ["lead-elbow", "rear-elbow", "lead-knee"];
var BAG_RADIUS_M = USUAL_BAG.kind === "bag" ? USUAL_BAG.radiusM : 0;
var FITS_FROM = 0.75;
function bandsOf(striker) {
  const edges = (ids) => {
    const contacts = STRIKES.filter(({ id }) => ids.includes(id)).map(({ id, usual }) => reachRow(striker, id, usual, USUAL_BAG).contact).filter(({ touches }) => touches);
    const far = Math.max(0, ...contacts.map(({ gapM: gapM2 }) => gapM2));
    const near = Math.min(far, ...contacts.map(({ gapM: gapM2, terms }) => gapM2 - (1 - FITS_FROM) * terms.limbM));
    return [Math.max(0, near) + BAG_RADIUS_M, far + BAG_RADIUS_M];
  };
  const { stance } = striker;
  const [, longM] = edges(STRAIGHT);
  return {
    close: edges(CLOSE),
    pocket: edges(POCKET),
    long: edges(STRAIGHT),
    "one-step": [longM, longM + longestStepM(stance, 0)]
  };
}
function rulerFor(student) {
  const striker = strikerOf(student);
  return rulerOf(striker.stance, bandsOf(striker));
}

// core/src/range/compare-schools.ts
var HERE = { x: 0, y: 0 };
function compareSchools(student, more = []) {
  const partner2 = strikerOf({ ...student, school: void 0, schoolId: "shoulder-width" });
  return [...SCHOOLS, ...more].map((school) => {
    const striker = strikerOf({ ...student, school });
    const { stance } = striker;
    const feet2 = placeStance(stance, HERE, 0);
    const balance = balanceOf(stance, feet2, 0, { weightOnLead: school.weightOnLead, leanDeg: 0 });
    const head = partnerTarget(partner2, "head");
    const kick = contactOf(striker, "rear-round-kick-body", partnerTarget(partner2, "body"));
    return {
      school,
      separationM: stance.separation.valueM,
      stanceAngleDeg: stance.stanceAngleDeg,
      margins: balance.margins,
      jabM: contactOf(striker, "jab", head).gapM,
      crossM: contactOf(striker, "cross", head).gapM,
      exposureM: contactOf(partner2, "cross", partnerTarget(striker, "head")).gapM,
      kickWayM: Math.hypot(
        kick.gapM - kick.terms.targetAheadM + stance.lengthM / 2,
        stance.widthM / 2,
        kick.terms.targetHeightM
      )
    };
  });
}

// core/src/range/fit-all.ts
var HERE2 = { x: 0, y: 0 };
var REPORT_EVERY = 10;
function fitAll(students, onProgress = () => void 0) {
  const fits = students.map((student, i) => {
    if (i % REPORT_EVERY === 0) onProgress(i / students.length);
    return {
      id: student.id,
      name: student.name,
      schools: SCHOOLS.map((school) => fitIn({ ...student, school }))
    };
  });
  onProgress(1);
  return fits;
}
function fitIn(student) {
  const striker = strikerOf(student);
  const { stance } = striker;
  const { weightOnLead } = stance.school;
  const balance = balanceOf(stance, placeStance(stance, HERE2, 0), 0, { weightOnLead, leanDeg: 0 });
  return {
    schoolId: stance.school.id,
    separationM: stance.separation.valueM,
    smallestMarginM: balance.marginM,
    reach: reachRows(striker).map(({ contact: { strike: strike3, gapM: gapM2, uM } }) => ({ id: strike3.id, gapM: gapM2, uM }))
  };
}

// core/src/range/gap.ts
var gapM = (centre, target, radiusM) => distanceM(centre, target) - radiusM;
var bandEdgesM = (band2, plannedGapM) => band2.kind === "fixed" ? [band2.nearM, band2.farM] : [plannedGapM - band2.toleranceM, plannedGapM + band2.toleranceM];
function gapSeries(timeS, { ballAt, targetAt: targetAt2 }, { target, bandAt }, plannedGapAt) {
  const length2 = timeS.length;
  const series = {
    timeS,
    gapM: new Float64Array(length2),
    plannedM: new Float64Array(length2),
    nearM: new Float64Array(length2),
    farM: new Float64Array(length2)
  };
  for (let i = 0; i < length2; i++) {
    const t = timeS[i];
    const left = ballAt("left", t);
    const right = ballAt("right", t);
    const at = targetAt2(t);
    const x = (left.x + right.x) / 2 - at.x;
    const y = (left.y + right.y) / 2 - at.y;
    const gap = Math.sqrt(x * x + y * y) - target.radiusM;
    const planned = plannedGapAt ? plannedGapAt(t) : gap;
    const [near, far] = bandEdgesM(bandAt(t), planned);
    series.gapM[i] = gap;
    series.plannedM[i] = planned;
    series.nearM[i] = near;
    series.farM[i] = far;
  }
  return series;
}

// core/src/rules/rules-strikes.ts
var RESET_S = 0.1;
var TOGETHER_S2 = 0.06;
var SAME_STRIKE_S = 1;
var sideOf2 = (strike3, lead) => strikeTiming(strike3).side === "lead" ? lead : otherFoot(lead);
var latest = (events) => events.reduce((last, event) => last && last.landS > event.landS ? last : event, null);
function settling({ events }) {
  const travels = events.filter(isTravel);
  return travels.length > 0 ? travels : events.filter(({ how }) => how === "pivot");
}
function thrownIn(performance2, move, before) {
  const steps3 = settling(move);
  const last = latest(steps3) ?? before;
  const { strikes: strikes2 } = performance2;
  return (move.planned?.strikes ?? []).map((cue) => {
    const ofSide = steps3.findLast(({ foot }) => foot === sideOf2(cue.strike, move.after.lead));
    const own = cue.when === "together" ? ofSide ?? latest(steps3) : null;
    const restedS = last ? last.landS + RESET_S + strikeTiming(cue.strike).contactS : -Infinity;
    const dueS = own ? own.landS : steps3.length > 0 ? restedS : Math.max(restedS, move.beatS);
    const strike3 = strikes2 === "as planned" ? { timeS: dueS, name: cue.strike, uS: 0 } : strikes2.filter(({ name, timeS }) => name === cue.strike && Math.abs(timeS - dueS) <= SAME_STRIKE_S).toSorted((a, b) => Math.abs(a.timeS - dueS) - Math.abs(b.timeS - dueS))[0] ?? null;
    return { cue, last, own, strike: strike3 };
  });
}
var spotOf = (move, strike3, lead) => ({
  timeS: strike3.timeS,
  foot: sideOf2(strike3.name, lead),
  moveNumber: move.moveNumber,
  at: null
});
function timing({ uOf }, move, { cue, last, own, strike: strike3 }) {
  const after = own ?? last;
  if (!strike3 || !after) return [];
  const expandedU = 2 * Math.hypot(uOf(after).landS, strike3.uS);
  const parts = { ...spotOf(move, strike3, move.after.lead), unit: "s", expandedU };
  if (!own) {
    const measured3 = strike3.timeS - strikeTiming(cue.strike).contactS - after.landS;
    return finding(atLeast(measured3, RESET_S, expandedU), () => ({
      ...parts,
      fault: "strike-early",
      measured: measured3,
      limit: RESET_S
    }));
  }
  const measured2 = strike3.timeS - own.landS;
  return [
    ...finding(atLeast(measured2, -TOGETHER_S2, expandedU), () => ({
      ...parts,
      fault: "strike-early",
      measured: measured2,
      limit: -TOGETHER_S2
    })),
    ...finding(atMost(measured2, TOGETHER_S2, expandedU), () => ({
      ...parts,
      fault: "strike-late",
      measured: measured2,
      limit: TOGETHER_S2
    }))
  ];
}
function gapAt({ gap: { timeS, gapM: gapM2 } }, atS) {
  const i = timeS.findIndex((t) => t >= atS);
  return gapM2[i === -1 ? timeS.length - 1 : i] ?? null;
}
function reach(performance2, move, { strike: strike3 }) {
  const contact = strike3 && performance2.reachOf(strike3.name);
  const measured2 = strike3 ? gapAt(performance2, strike3.timeS) : null;
  if (!strike3 || !contact || measured2 === null) return [];
  const { targetSeen, uncertainty } = performance2;
  const centreUM = uncertainty.positionM / Math.SQRT2;
  const gapUM = targetSeen ? centreUM : onFloorM(performance2, move.after.left, centreUM);
  const expandedU = 2 * Math.hypot(gapUM, contact.uM, performance2.targetUM);
  return finding(atMost(measured2, contact.gapM, expandedU), () => ({
    ...spotOf(move, strike3, move.after.lead),
    fault: "strike-out-of-reach",
    measured: measured2,
    limit: contact.gapM,
    unit: "m",
    expandedU
  })).filter(({ verdict }) => verdict === "not-met");
}
function strikeRules(performance2) {
  let last = null;
  return performance2.moves.flatMap((move) => {
    const thrown = thrownIn(performance2, move, last);
    last = latest(settling(move)) ?? last;
    return thrown.flatMap((one) => [...timing(performance2, move, one), ...reach(performance2, move, one)]);
  });
}

// core/src/rules/rules-turns.ts
var TURN_DEG = 10;
var RADIUS_SHARE = 0.15;
var BALL_DRIFT_M = 0.04;
var CENTRE_DRIFT_M = 0.06;
var TURNED_SHARE = 0.5;
var footOf2 = ({ lead }, which) => which === "lead" ? lead : otherFoot(lead);
function driftOf(move, foot, spot) {
  const measured2 = distanceM(move.before[foot], move.after[foot]);
  const expandedU = 2 * Math.hypot(move.before.uM[foot], move.after.uM[foot]);
  return finding(atMost(measured2, BALL_DRIFT_M, expandedU), () => ({
    ...spot,
    fault: "ball-drift",
    foot,
    measured: measured2,
    limit: BALL_DRIFT_M,
    unit: "m",
    expandedU
  }));
}
function spotOf2(move) {
  const last = move.events.filter(isTravel).at(-1);
  return last ? { timeS: last.landS, foot: last.foot, moveNumber: move.moveNumber, at: last.to } : null;
}
function pivotRules({ stance }, move) {
  const cue = move.planned?.cue?.move;
  const spot = spotOf2(move);
  if (cue?.do !== "pivot" || !spot) return [];
  const { before, after } = move;
  const stays = footOf2(before, cue.on);
  const swings = otherFoot(stays);
  const line = (stand) => headingDeg(stand[stays], stand[swings]);
  const turned3 = wrapDeg(line(after) - line(before) - cue.byDeg) + cue.byDeg;
  const did = Math.sign(cue.byDeg) * turned3;
  const asked2 = Math.abs(cue.byDeg);
  const separationM = stance.separation.valueM;
  const lineUM = Math.hypot(before.uM.left, before.uM.right, after.uM.left, after.uM.right);
  const turnU = degrees(2 * lineUM / separationM);
  const radiusM = distanceM(after[stays], after[swings]);
  const plannedM = move.planned ? distanceM(move.planned.after[stays], move.planned.after[swings]) : separationM;
  const radiusU = 2 * Math.hypot(after.uM.left, after.uM.right);
  const turn2 = { ...spot, measured: did, unit: "deg", expandedU: turnU };
  return [
    ...finding(atLeast(did, asked2 - TURN_DEG, turnU), () => ({
      ...turn2,
      fault: "pivot-short",
      limit: asked2 - TURN_DEG
    })),
    ...finding(atMost(did, asked2 + TURN_DEG, turnU), () => ({
      ...turn2,
      fault: "pivot-over",
      limit: asked2 + TURN_DEG
    })),
    ...finding(atMost(Math.abs(radiusM - plannedM), RADIUS_SHARE * plannedM, radiusU), () => ({
      ...spot,
      fault: "pivot-radius",
      measured: Math.abs(radiusM - plannedM),
      limit: RADIUS_SHARE * plannedM,
      unit: "m",
      expandedU: radiusU
    })),
    ...driftOf(move, stays, spot)
  ];
}
function switchRules(_, move) {
  const cue = move.planned?.cue?.move;
  const spot = spotOf2(move);
  if (cue?.do !== "switch" || cue.how !== "in-place" || !spot) return [];
  const { before, after } = move;
  const measured2 = distanceM(midpoint(before.left, before.right), midpoint(after.left, after.right));
  const expandedU = Math.hypot(before.uM.left, before.uM.right, after.uM.left, after.uM.right);
  return finding(atMost(measured2, CENTRE_DRIFT_M, expandedU), () => ({
    ...spot,
    fault: "centre-drift",
    measured: measured2,
    limit: CENTRE_DRIFT_M,
    unit: "m",
    expandedU
  }));
}
function kickRules({ uOf }, move) {
  const { planned } = move;
  const cue = planned?.cue?.move;
  const spot = spotOf2(move);
  if (!planned || !cue || !spot) return [];
  if (cue.do === "push-kick" || cue.do === "knee") {
    const stands2 = otherFoot(footOf2(move.before, cue.do === "knee" ? "rear" : cue.leg));
    return driftOf(move, stands2, spot);
  }
  if (cue.do !== "round-kick") return [];
  const stands = otherFoot(footOf2(move.before, cue.leg));
  const due = planned.events.find(({ foot }) => foot === stands);
  const seen = move.events.find(({ foot }) => foot === stands);
  const [asked2, did] = [due && turnOfDeg(due), seen && turnOfDeg(seen)];
  if (!seen || typeof asked2 !== "number" || typeof did !== "number") return [];
  const measured2 = Math.sign(asked2) * did;
  const limit = TURNED_SHARE * Math.abs(asked2);
  const expandedU = 2 * Math.SQRT2 * uOf(seen).headingDeg;
  return finding(atLeast(measured2, limit, expandedU), () => ({
    timeS: seen.landS,
    foot: stands,
    moveNumber: move.moveNumber,
    at: seen.to,
    fault: "no-pivot",
    measured: measured2,
    limit,
    unit: "deg",
    expandedU
  }));
}

// core/src/rules/faults.ts
var FAULTS = {
  "wrong-count": {
    words: "wrong count",
    why: "A round, or a bounce, too many or too few: who counts wrong starts the next move off the others.",
    advice: "Count aloud, and let the last number be louder than the others.",
    limit: null,
    standing: "by geometry",
    rule: { over: "plan" },
    made: null
  },
  "missed-move": {
    words: "missed move",
    why: "A planned half step did not happen.",
    advice: "Slow the tempo until every cone gets its step.",
    limit: null,
    standing: "by geometry",
    rule: { over: "plan" },
    made: { how: "leave out", lasts: true }
  },
  "extra-move": {
    words: "extra move",
    why: "A step that the plan does not hold, often a settling shuffle: the form before it was wrong.",
    advice: "A settling shuffle means the step before it was wrong: look at that one.",
    limit: null,
    standing: "by geometry",
    rule: { over: "plan" },
    made: { how: "shuffle after", byM: 0.1, lasts: true }
  },
  "cone-touched": {
    words: "cone touched",
    why: "The foot came down on a cone: an ankle can turn on it.",
    advice: "Flat markers, and the lane wider until the feet clear them.",
    limit: null,
    standing: "by geometry",
    rule: { over: "move", judge: coneTouched },
    made: { how: "onto a cone" }
  },
  "off-floor": {
    words: "off the floor",
    why: "The ball of the foot came down outside the floor.",
    advice: "Move the lane in from the edge.",
    limit: null,
    standing: "by geometry",
    rule: { over: "move", judge: offFloor },
    made: null
  },
  "feet-crossed": {
    words: "feet crossed",
    why: "With the ankles past each other there is no punch, no balance and no way to push off.",
    advice: "Sideways only, five each way, opening the stance and bringing it back to size.",
    limit: "crossedBreadths",
    standing: "own choice",
    rule: { over: "move", judge: feetRules },
    made: { how: "cross", overM: 0.14, backRatio: 0.75 }
  },
  "wrong-foot-first": {
    words: "wrong foot first",
    why: "The foot on the side you are going to goes first; otherwise the stance closes before it opens.",
    advice: "Slow it down and call the side: the foot on that side goes first, the other pushes.",
    limit: null,
    standing: "common practice",
    rule: { over: "move", judge: wrongFootFirst },
    made: { how: "other foot first" }
  },
  "wrong-direction": {
    words: "wrong direction",
    why: "The step went somewhere else than planned.",
    advice: "Walk it once along chalk lines before the cones.",
    limit: "directionDeg",
    standing: "own choice",
    rule: { over: "plan" },
    made: { how: "turn", byDeg: 75, lasts: true }
  },
  "feet-together": {
    words: "feet together",
    why: "Even for a moment it means no base: a push or a sweep puts you down.",
    advice: "The trailing foot stops where the stance is right, not where the other foot is.",
    limit: "togetherRatio",
    standing: "own choice",
    rule: { over: "move", judge: feetRules },
    made: { how: "follow at", ratio: 0.3 }
  },
  "foot-not-following": {
    words: "foot not following",
    why: "The other foot follows the same distance; otherwise the stance spreads or narrows with every step.",
    advice: "First foot, second foot, same distance: freeze after the second and measure.",
    limit: "stepShare",
    standing: "own choice",
    rule: { over: "move", judge: stanceRules },
    made: { how: "follow short", share: 0.25 }
  },
  "step-too-long": {
    words: "step too long",
    why: "A full step commits you until it lands. Two half steps keep every choice open.",
    advice: "Split the distance into half steps; nothing is decided until the foot lands.",
    limit: "halfStepRatio",
    standing: "own choice",
    rule: { over: "move", judge: stepTooLong },
    made: { how: "travel", halfSteps: 1.4, lasts: true }
  },
  "step-over": {
    words: "step over",
    why: "The first foot went past its mark: the distance planned from here no longer holds.",
    advice: "Land on the chalk mark, not past it; smaller push.",
    limit: "stepShare",
    standing: "own choice",
    rule: { over: "plan" },
    made: { how: "travel", share: 1.6, lasts: true }
  },
  "step-short": {
    words: "step short",
    why: "The first foot stopped before its mark, so the whole body is late at the place it is needed.",
    advice: "Push off the far foot; touch a chalk mark with every first foot.",
    limit: "stepShare",
    standing: "own choice",
    rule: { over: "plan" },
    made: { how: "travel", share: 0.5, lasts: true }
  },
  overstretched: {
    words: "overstretched",
    why: "A stance longer than it started cannot spring; the next step has to gather it first.",
    advice: "Half steps: two small ones instead of one long one.",
    limit: "overstretchRatio",
    standing: "own choice",
    rule: { over: "move", judge: feetRules },
    made: { how: "follow at", ratio: 1.6 }
  },
  "stance-not-restored": {
    words: "stance not restored",
    why: "The other foot follows the same distance, so the stance neither spreads nor narrows.",
    advice: "After every step, freeze and look down: same width as before?",
    limit: "restoreRatio",
    standing: "own choice",
    rule: { over: "move", judge: stanceRules },
    made: { how: "follow at", ratio: 1.27 }
  },
  "half-exit": {
    words: "half exit",
    why: "One foot came out and the other stayed: still in range, and with no stance.",
    advice: "Out means both feet: rear foot first, the lead foot at once after it.",
    limit: "restoreRatio",
    standing: "common practice",
    rule: { over: "move", judge: stanceRules },
    made: { how: "one foot only" }
  },
  "wrong-return": {
    words: "wrong return",
    why: "The kicking foot came down where no stance stands.",
    advice: "Pull the knee back before the foot goes down, and freeze where it lands.",
    limit: "restoreRatio",
    standing: "own choice",
    rule: { over: "move", judge: stanceRules },
    made: { how: "follow at", ratio: 1.4 }
  },
  "not-mirrored": {
    words: "not mirrored",
    why: "After a switch the stance is the same, mirrored: neither wider nor narrower.",
    advice: "Switch on two tape lines: each foot lands where the other was.",
    limit: "restoreRatio",
    standing: "own choice",
    rule: { over: "move", judge: stanceRules },
    made: { how: "follow at", ratio: 1.35 }
  },
  "centre-drift": {
    words: "centre drifted",
    why: "A switch in place changes the feet and nothing else; the gap stays.",
    advice: "A small mark between the feet: it stays between them.",
    limit: null,
    standing: "own choice",
    rule: { over: "move", judge: switchRules },
    made: { how: "shift", byM: 0.14, lasts: true }
  },
  "pivot-short": {
    words: "pivot short",
    why: "Turned too little, the target is still in front of the wrong shoulder.",
    advice: "Chalk the angle, and turn until the lead toe lies on the line.",
    limit: null,
    standing: "own choice",
    rule: { over: "move", judge: pivotRules },
    made: { how: "swing", byDeg: -22, lasts: true }
  },
  "pivot-over": {
    words: "pivot too far",
    why: "Turned too far, the back is open on the other side.",
    advice: "Chalk the angle, and stop the rear foot on its line.",
    limit: null,
    standing: "own choice",
    rule: { over: "move", judge: pivotRules },
    made: { how: "swing", byDeg: 22, lasts: true }
  },
  "pivot-radius": {
    words: "pivot off its circle",
    why: "The swinging foot came nearer or went wider: the stance is another one after the turn.",
    advice: "A rope from ball to ball: it stays tight through the whole turn.",
    limit: null,
    standing: "own choice",
    rule: { over: "move", judge: pivotRules },
    made: { how: "follow at", ratio: 1.32 }
  },
  "ball-drift": {
    words: "ball drifted",
    why: "The ball that should stay moved: the turn or the kick had no post to stand on.",
    advice: "A coin under the ball of the foot: it stays under it.",
    limit: null,
    standing: "own choice",
    rule: { over: "move", judge: pivotRules },
    made: null
  },
  "no-pivot": {
    words: "no pivot",
    why: "The body turned over a foot that stayed flat: the knee takes the turn.",
    advice: "Toe out as the foot steps, and up on the ball before the hip comes through.",
    limit: null,
    standing: "common practice",
    rule: { over: "move", judge: kickRules },
    made: { how: "flat foot" }
  },
  "wrong-side-of-cone": {
    words: "wrong side of the cone",
    why: "The cone was passed on the side where the punch would be.",
    advice: "Walk the lane once, touching every cone with the near hand.",
    limit: null,
    standing: "by geometry",
    rule: { over: "move", judge: wrongSideOfCone },
    made: null
  },
  "in-their-line": {
    words: "in their line",
    why: "Out of the way means out of the line of the rear hand; here it only has to be thrown.",
    advice: "One more half step, or a wider angle: outside the lead foot, then strike.",
    limit: null,
    standing: "own choice",
    rule: { over: "move", judge: inTheirLine },
    made: null
  },
  "unplanned-switch": {
    words: "unplanned switch",
    why: "The rear foot came past the lead foot: the stance is now the other side.",
    advice: "Forward and back only, until the lead foot stays the lead foot.",
    limit: null,
    standing: "by geometry",
    rule: { over: "move", judge: unplannedSwitch },
    made: null
  },
  "not-facing": {
    words: "not facing",
    why: "Off the target with the lead toe, the rear hand has further to go and the lead hand points away.",
    advice: "Lead toe at the target after every step; turn on the ball of the foot.",
    limit: "facingDeg",
    standing: "own choice",
    rule: { over: "move", judge: notFacing },
    made: { how: "look away", byDeg: 28 }
  },
  "strike-early": {
    words: "strike too early",
    why: "The strike began before the stance stood, or before the foot that carries it was down.",
    advice: "Say it: feet, then hands. The strike waits for the second foot.",
    limit: null,
    standing: "own choice",
    rule: { over: "time", judge: strikeRules },
    made: { how: "strike at", byS: -0.35 }
  },
  "strike-late": {
    words: "strike too late",
    why: "The hand came after its foot: the weight of the step was already spent.",
    advice: "One sound: the foot and the glove land together.",
    limit: null,
    standing: "common practice",
    rule: { over: "time", judge: strikeRules },
    made: { how: "strike at", byS: 0.3 }
  },
  "strike-out-of-reach": {
    words: "strike out of reach",
    why: "Thrown from where it cannot touch, a strike only opens the guard.",
    advice: "Step until the lead hand touches the bag, then throw.",
    limit: null,
    standing: "by geometry",
    rule: { over: "time", judge: strikeRules },
    made: null
  },
  "off-balance": {
    words: "off balance by the model",
    why: "The body went on past its feet: the next thing is a catching step, not a strike. Modelled from the feet.",
    advice: "Smaller and slower, and freeze on every landing for a breath.",
    limit: null,
    standing: "own choice",
    rule: { over: "move", judge: offBalance },
    made: null
  },
  "off-beat": {
    words: "off the beat",
    why: "The first foot lands on the beat; early or late, the strike that belongs to it has no floor under it.",
    advice: "Slower, and count out loud: the beat is where the first foot lands.",
    limit: "beatShare",
    standing: "own choice",
    rule: { over: "plan" },
    made: { how: "wait before", beats: 0.5 }
  },
  "out-of-band": {
    words: "out of band",
    why: "The gap to the target left the band the drill asks for.",
    advice: "Have them call the distance out loud; put a chalk line at each edge of the band.",
    limit: "bandExcursionS",
    standing: "own choice",
    rule: { over: "time", judge: outOfBand },
    made: null
  },
  "off-the-ground": {
    words: "off the ground",
    why: "A bounce works in heel and knee; a foot in the air can neither push nor stop.",
    advice: "Heels kiss the floor, toes stay: bounce as if under a low ceiling.",
    limit: null,
    standing: "own choice",
    rule: { over: "plan" },
    made: null
  },
  drift: {
    words: "drifting",
    why: "Little by little the place creeps away: by the end of the round the range is another one.",
    advice: "A mark under the back foot: come home to it every time.",
    limit: null,
    standing: "own choice",
    rule: { over: "plan" },
    made: null
  },
  narrowed: {
    words: "narrowed",
    why: "The stance closed further than it needs to, though the feet were not together.",
    advice: "Keep the width of the stance in the middle of the step too.",
    limit: "narrowedRatio",
    standing: "own choice",
    rule: { over: "move", judge: feetRules },
    made: null,
    isNote: true
  }
};
var ROWS = FAULTS;
var isNote = (name) => ROWS[name].isNote === true;

// core/src/rules/rules.ts
var RULES = Object.values(FAULTS).map(({ rule }) => rule);
var MOVE_RULES = new Set(RULES.flatMap((rule) => rule.over === "move" ? [rule.judge] : []));
var TIME_RULES = new Set(RULES.flatMap((rule) => rule.over === "time" ? [rule.judge] : []));
var judge = (performance2) => identified(foundBy(performance2).filter(isFault));
function foundBy(performance2) {
  return [
    ...performance2.moves.filter(({ events }) => events.length > 0).flatMap((move) => [...MOVE_RULES].flatMap((rule) => rule(performance2, move))),
    ...[...TIME_RULES].flatMap((rule) => rule(performance2))
  ];
}
var isFault = ({ fault }) => !isNote(fault);

// core/src/rules/plan-performance.ts
var GAP_EVERY_S = 0.04;
var startingBalls = ({ start: { feet: feet2 } }) => ({
  left: feet2.left.ball,
  right: feet2.right.ball
});
function asPlanned(fitted, stand) {
  const stance = withLead(fitted, stand.lead);
  const toeDeg = (foot) => toeHeadingDeg(stance, foot, stand.facingDeg);
  return { ...stand, toesDeg: { left: toeDeg("left"), right: toeDeg("right") }, uM: { left: 0, right: 0 } };
}
var reachIn = ({ plan, student }) => plan.target.kind === "partner" || !looksAtTarget(plan) ? () => null : reachAgainst(student);
function performPlan(given, footwork) {
  const drill = settled(given);
  const { plan } = drill;
  const partner2 = partnerFootwork(given);
  const start2 = startingBalls(footwork);
  const ballAt = courseOf(start2, eventsOf(footwork.moves));
  const targetNow = (timeS2) => targetAt(plan.target, timeS2);
  const samples = Math.floor(footwork.endS / GAP_EVERY_S) + 1;
  const timeS = Float64Array.from({ length: samples }, (_, i) => i * GAP_EVERY_S);
  const moves2 = footwork.moves.map((move) => {
    const { number: moveNumber, events, beatS, before, after } = move;
    const { stance } = footwork;
    return {
      moveNumber,
      faces: move.faces,
      planned: move,
      events,
      beatS,
      before: asPlanned(stance, before),
      after: asPlanned(stance, after)
    };
  });
  return {
    stance: footwork.stance,
    floor: plan.floor,
    cones: conesOf(plan),
    lanes: weavesOf(plan),
    coneHeight: laneOf(plan)?.coneHeight ?? "flat",
    start: start2,
    moves: moves2,
    ballAt,
    targetAt: targetNow,
    partnerAt: partner2 ? standsOf(partner2) : () => null,
    targetSeen: true,
    targetUM: 0,
    spanS: [0, footwork.endS],
    strikes: "as planned",
    reachOf: reachIn(drill),
    gap: gapSeries(
      timeS,
      { ballAt, targetAt: targetNow },
      { target: plan.target, bandAt: bandsAlong(plan, footwork) },
      null
    ),
    uncertainty: EXACT,
    uOf: () => EXACT_EVENT
  };
}

// core/src/matching/align-costs.ts
var COSTS = {
  /** A planned event of a move of which nothing was seen, and of a move of which something was. */
  missedEvent: 0.75,
  missingBeside: 0.9,
  /** An event that belongs to no move; before the first and after the last move people walk up and off. */
  extra: 0.8,
  beside: 0.3,
  /** A foot that turns a little in the midst of a move that asks for no turn of it. */
  looseTurn: 0.25,
  /** Two events of a move in the other order than planned. */
  swapped: 0.3,
  /** What a step differs by, and the place it reached: of the two the better, and each alone. */
  better: 0.3,
  step: 0.3,
  place: 0.05,
  stepCap: 2.5,
  /** A turn that differs by this many degrees costs as much as a step that differs by its own length. */
  turnScaleDeg: 45,
  turn: 0.5,
  /** An event of another kind than planned, as a hop for a step. */
  otherKind: 0.2,
  /** The least length that a step is off by the measure of, and the share of what it went. */
  stepScaleM: 0.1,
  longStep: 0.5,
  /** A ball that should stay and goes this far costs as much as a step that differs by its own length. */
  driftScaleM: 0.2,
  /** A leg that comes down this far from its place, too. */
  raiseScaleM: 0.3,
  rhythm: 0.5,
  rhythmCap: 2.5,
  /** Losing or gaining the beat costs once, however far it goes: a pause is a pause. */
  beatCap: 1.2,
  /** A beat lost or gained together with a move left out or put in. */
  shifted: 0.15
};
var isTurn = ({ how }) => how === "pivot";
var mayBe = (planned, seen) => planned.foot === seen.foot && (isTurn(planned) || !isTurn(seen));
var plannedFor = ({ events }, seen) => events.find((event) => event.foot === seen.foot && isTurn(event) === isTurn(seen)) ?? events.find((event) => mayBe(event, seen));
function eventCost(planned, seen) {
  if (!isTurn(planned)) return stepCost(planned, seen);
  const drift = isTurn(seen) ? 0 : COSTS.otherKind + driftCost(seen);
  return turnCost(planned, seen) + drift;
}
var driftCost = ({ from, to }) => COSTS.step * Math.min(COSTS.stepCap, distanceM(from, to) / COSTS.driftScaleM);
function stepCost(planned, seen) {
  const wantedX = planned.to.x - planned.from.x;
  const wantedY = planned.to.y - planned.from.y;
  const wentX = seen.to.x - seen.from.x;
  const wentY = seen.to.y - seen.from.y;
  const offX = wentX - wantedX;
  const offY = wentY - wantedY;
  const leastM = planned.how === "raise" ? COSTS.raiseScaleM : COSTS.stepScaleM;
  const scale2 = Math.max(
    leastM,
    Math.sqrt(wantedX * wantedX + wantedY * wantedY),
    COSTS.longStep * Math.sqrt(wentX * wentX + wentY * wentY)
  );
  const off = Math.min(COSTS.stepCap, Math.sqrt(offX * offX + offY * offY) / scale2);
  const away = Math.min(COSTS.stepCap, distanceM(planned.to, seen.to) / scale2);
  return COSTS.better * Math.min(off, away) + COSTS.step * off + COSTS.place * away;
}
var turnOf = ({ headingBeforeDeg, headingAfterDeg }) => headingBeforeDeg === null || headingAfterDeg === null ? 0 : wrapDeg(headingAfterDeg - headingBeforeDeg);
function turnCost(planned, seen) {
  const off = Math.abs(wrapDeg(turnOf(seen) - turnOf(planned))) / COSTS.turnScaleDeg;
  return COSTS.turn * Math.min(COSTS.stepCap, off);
}
function takenFor(planned, seen, intervalS) {
  let best = null;
  const as = [];
  const assign = (cost) => {
    if (best && cost >= best.cost) return;
    const event = seen[as.length];
    if (!event) {
      const missing2 = planned.length - takenOf(as);
      if (missing2 < 0 || missing2 === planned.length) return;
      const total = cost + COSTS.missingBeside * missing2 + orderCost(planned, seen, as, intervalS);
      if (!best || total < best.cost) best = { cost: total, clockS: clockOf(planned, seen, as), as: [...as] };
      return;
    }
    for (const one of planned) {
      if (!mayBe(one, event) || as.includes(one)) continue;
      as.push(one);
      assign(cost + eventCost(one, event));
      as.pop();
    }
    if (isTurn(event) && as.length > 0 && as.length < seen.length - 1) {
      as.push(null);
      assign(cost + COSTS.looseTurn);
      as.pop();
    }
  };
  assign(0);
  return best;
}
function takenOf(as) {
  let count3 = 0;
  for (const one of as) if (one !== null) count3++;
  return count3;
}
function orderCost(planned, seen, as, intervalS) {
  let cost = 0;
  let before = null;
  let wantedBefore = null;
  let placeBefore = -1;
  let k = -1;
  for (let i = 0; i < seen.length; i++) {
    const one = as[i];
    const now = seen[i];
    if (!one || !now) continue;
    do
      k++;
    while (k < planned.length && !as.includes(planned[k] ?? null));
    const wanted = planned[k] ?? one;
    const place2 = planned.indexOf(one);
    if (before && wantedBefore) {
      if (place2 < placeBefore) cost += COSTS.swapped;
      const rhythm = (now.landS - before.landS - (wanted.landS - wantedBefore.landS)) / (intervalS / 2);
      cost += COSTS.rhythm * Math.min(COSTS.rhythmCap, rhythm * rhythm);
    }
    before = now;
    wantedBefore = wanted;
    placeBefore = place2;
  }
  return cost;
}
var clockOf = (planned, seen, as) => {
  const wanted = takenOf(as) === planned.length ? planned[0] : as[0];
  return (seen[0]?.landS ?? NaN) - (wanted?.landS ?? NaN);
};
function beatCost(changeS, intervalS) {
  if (Number.isNaN(changeS)) return 0;
  const off = changeS / (intervalS / 2);
  return Math.min(COSTS.beatCap, off * off);
}
function beatCostAfterSkip(changeS, intervalS) {
  return Math.min(
    beatCost(changeS, intervalS),
    COSTS.shifted + beatCost(changeS - intervalS, intervalS),
    COSTS.shifted + beatCost(changeS + intervalS, intervalS)
  );
}

// core/src/matching/align.ts
var BAND = 16;
var MOST_EVENTS = 6;
var EXTRA = 255;
function align(planned, observed, intervalS, shows = isSeenByPlace) {
  const { rows, cost } = alignEvents(planned, observed, intervalS, shows);
  return { rows: gatherExtras(rows, intervalS), costPerMove: cost / Math.max(1, planned.length) };
}
var isSeenByPlace = (event) => !isTurn(event) && event.how !== "bounce" && event.how !== "raise";
var LAYERS = 2;
function alignEvents(planned, observed, intervalS, shows) {
  const K = planned.length;
  const J = observed.length;
  const visible = planned.map(({ events }) => events.filter(shows).slice(0, MOST_EVENTS));
  const before = [0];
  let N = 0;
  for (const events of visible) before.push(N += events.length);
  const half = BAND + Math.abs(J - N);
  const width = 2 * half + 1;
  const size = (K + 1) * width * LAYERS;
  const total = new Float64Array(size).fill(Infinity);
  const came = new Uint8Array(size);
  const cameFrom = new Int32Array(size);
  const clock = new Float64Array(size).fill(NaN);
  const centre = (k) => N === 0 ? 0 : Math.round((before[k] ?? 0) * J / N);
  const cellOf2 = (k, j, layer) => {
    const offset = j - centre(k) + half;
    return offset < 0 || offset >= width || j > J ? -1 : (k * width + offset) * LAYERS + layer;
  };
  const offer = (from, to, cost, step2, clockS) => {
    if (to >= 0 && cost < total[to]) {
      total[to] = cost;
      came[to] = step2;
      cameFrom[to] = from;
      clock[to] = clockS;
    }
  };
  const takens = (k, j) => {
    const events = visible[k] ?? [];
    const of = (i) => j + i < J && cellOf2(k + 1, j + i + 1, 0 /* Matched */) >= 0 ? takenFor(events, observed.slice(j, j + i + 1), intervalS) : null;
    const ways = events.map((_, i) => of(i));
    const isTurnWithin = events.length > 1 && observed.slice(j + 1, j + events.length).some(isTurn);
    return isTurnWithin ? [...ways, of(events.length)] : ways;
  };
  const leave = (k, j, layer, ways) => {
    const from = cellOf2(k, j, layer);
    const beat = layer === 1 /* Skipped */ ? beatCostAfterSkip : beatCost;
    const here = total[from];
    if (here === Infinity) return;
    const clockS = clock[from];
    const extra = k === 0 || k === K ? COSTS.beside : COSTS.extra;
    if (j < J) offer(from, cellOf2(k, j + 1, 1 /* Skipped */), here + extra, EXTRA, clockS);
    const events = visible[k];
    if (!events) return;
    const missed = here + COSTS.missedEvent * events.length;
    offer(from, cellOf2(k + 1, j, events.length === 0 ? layer : 1 /* Skipped */), missed, 0, clockS);
    for (const [i, taken] of ways.entries()) {
      if (!taken) continue;
      const cost = here + taken.cost + beat(taken.clockS - clockS, intervalS);
      offer(from, cellOf2(k + 1, j + i + 1, 0 /* Matched */), cost, i + 1, taken.clockS);
    }
  };
  const isReached = (k, j) => Math.min(total[cellOf2(k, j, 0 /* Matched */)] ?? Infinity, total[cellOf2(k, j, 1 /* Skipped */)] ?? Infinity) < Infinity;
  total[cellOf2(0, 0, 0 /* Matched */)] = 0;
  for (let k = 0; k <= K; k++) {
    const from = Math.max(0, centre(k) - half);
    const to = Math.min(J, centre(k) + half);
    for (let j = from; j <= to; j++) {
      if (!isReached(k, j)) continue;
      const ways = takens(k, j);
      leave(k, j, 0 /* Matched */, ways);
      leave(k, j, 1 /* Skipped */, ways);
    }
  }
  const ends = [cellOf2(K, J, 0 /* Matched */), cellOf2(K, J, 1 /* Skipped */)];
  const end = total[ends[0]] <= total[ends[1]] ? ends[0] : ends[1];
  return { rows: backtrack({ planned, visible, observed }, end, came, cameFrom), cost: total[end] };
}
function backtrack({ planned, visible, observed }, end, came, cameFrom) {
  const rows = [];
  let k = planned.length;
  let j = observed.length;
  let cell = end;
  while (k > 0 || j > 0) {
    const step2 = came[cell] ?? 0;
    cell = cameFrom[cell];
    const isExtra = step2 === EXTRA;
    const used = isExtra ? 1 : step2;
    rows.push({
      planned: isExtra ? null : planned[k - 1] ?? null,
      expected: isExtra ? [] : visible[k - 1] ?? [],
      observed: observed.slice(j - used, j)
    });
    j -= used;
    if (!isExtra) k -= 1;
  }
  return rows.reverse();
}
function gatherExtras(rows, intervalS) {
  const gathered = [];
  for (const row of rows) {
    const last = gathered.at(-1);
    const joins = last && !row.planned && !last.planned && last.observed.length === 1 && last.observed[0].foot !== row.observed[0].foot && row.observed[0].liftS - last.observed[0].landS < 0.6 * intervalS;
    if (joins) {
      gathered[gathered.length - 1] = {
        planned: null,
        expected: [],
        observed: [...last.observed, ...row.observed]
      };
    } else gathered.push(row);
  }
  return gathered;
}

// core/src/matching/blind.ts
var BLIND_BEATS = 0.5;
var HOLE_STEPS = 2.5;
function holesOf({ signal }, leastS, raised2) {
  const { t, stepS } = signal;
  const holes = [];
  const longS = Math.max(leastS, HOLE_STEPS * stepS);
  for (let i = 1; i < t.length; i++) {
    if (t[i] - t[i - 1] <= longS) continue;
    const hole = { fromS: t[i - 1], toS: t[i] };
    const isRaise = raised2.some(({ fromS, toS }) => fromS < hole.toS && toS > hole.fromS);
    if (!isRaise) holes.push(hole);
  }
  return holes;
}
function blindness({ left, right, events, raises }, beatS) {
  const raisesOf = (name) => [...events.filter(({ how }) => how === "raise"), ...raises.map(({ event }) => event)].filter(({ foot }) => foot === name).map(({ liftS, landS }) => ({ fromS: liftS, toS: landS }));
  const leastS = BLIND_BEATS * beatS;
  const holes = [...holesOf(left, leastS, raisesOf("left")), ...holesOf(right, leastS, raisesOf("right"))];
  return (timeS) => holes.some(({ fromS, toS }) => fromS - beatS < timeS && timeS < toS + beatS);
}

// core/src/matching/clock.ts
var SMALLEST_STEP_S = 1e-3;
function clockMap(rows) {
  const pairs = rows.flatMap(
    ({ planned: planned2, observed }) => planned2 ? observed.flatMap((seen2) => {
      const wanted = plannedFor(planned2, seen2);
      return wanted ? [[wanted.liftS, seen2.liftS], [wanted.landS, seen2.landS]] : [];
    }) : []
  );
  pairs.sort((a, b) => a[0] - b[0]);
  const planned = [];
  const seen = [];
  for (const [planS, trackS] of pairs) {
    const rises = planned.length === 0 || planS > planned.at(-1) + SMALLEST_STEP_S && trackS > seen.at(-1) + SMALLEST_STEP_S;
    if (!rises) continue;
    planned.push(planS);
    seen.push(trackS);
  }
  return {
    trackToPlanS: interpolator(seen, planned),
    planToTrackS: interpolator(planned, seen),
    spanS: seen.length > 0 ? [seen[0], seen.at(-1)] : null
  };
}
function interpolator(from, to) {
  if (from.length === 0) return (value) => value;
  const last = from.length - 1;
  let at = 0;
  return (value) => {
    if (value <= from[0]) return to[0] + value - from[0];
    if (value >= from[last]) return to[last] + value - from[last];
    while (from[at] > value) at--;
    while (from[at + 1] <= value) at++;
    const share = (value - from[at]) / (from[at + 1] - from[at]);
    return to[at] + share * (to[at + 1] - to[at]);
  };
}

// core/src/track/csv.ts
import Papa2 from "papaparse";

// core/src/track/track.ts
import quickselect from "quickselect";
function sampleRateHz(timeS) {
  if (timeS.length < 2) return 0;
  const steps3 = new Float64Array(timeS.length - 1);
  for (let i = 0; i < steps3.length; i++) steps3[i] = timeS[i + 1] - timeS[i];
  return 1 / medianOf(steps3);
}
function medianOf(values) {
  const { length: length2 } = values;
  if (length2 === 0) return NaN;
  const own = [];
  for (let i = 0; i < length2; i++) {
    const value = values[i];
    own.push(Number.isNaN(value) ? Infinity : value);
  }
  const middle = length2 >> 1;
  quickselect(own, middle);
  const upper = own[middle];
  if (length2 % 2) return upper;
  let lower = -Infinity;
  for (let i = 0; i < middle; i++) lower = Math.max(lower, own[i]);
  return (lower + upper) / 2;
}
function indexBefore(t, timeS) {
  let low = 0;
  let high = t.length - 1;
  while (low < high) {
    const middle = low + high + 1 >> 1;
    if (t[middle] <= timeS) low = middle;
    else high = middle - 1;
  }
  return low;
}

// core/src/track/validate.ts
var TRACK_LIMITS = {
  /** Twenty minutes at the highest rate. */
  samples: 12e5,
  leastSamples: 10,
  farthestM: 200,
  /** A ball of the foot is never deeper or higher than this, metres. */
  heightM: 10,
  /** Ten turns, for trackers that count on. */
  headingDeg: 3600,
  /** Seconds since 1970 and far beyond. */
  timeS: 1e10,
  rateHz: [9.5, 1050],
  missingShare: 0.5,
  notes: 200,
  noteLength: 500,
  strikes: 2e4,
  strikeLength: 60
};
var wrong = (code, message, index, column) => ({
  code,
  message,
  index,
  column
});
var COLUMNS = [
  ["left_x_m", (track) => track.left.x, "farthestM", true],
  ["left_y_m", (track) => track.left.y, "farthestM", true],
  ["right_x_m", (track) => track.right.x, "farthestM", true],
  ["right_y_m", (track) => track.right.y, "farthestM", true],
  ["left_heading_deg", (track) => track.left.headingDeg, "headingDeg", false],
  ["right_heading_deg", (track) => track.right.headingDeg, "headingDeg", false],
  ["left_z_m", (track) => track.left.z, "heightM", false],
  ["right_z_m", (track) => track.right.z, "heightM", false],
  ["target_x_m", (track) => track.target?.x, "farthestM", false],
  ["target_y_m", (track) => track.target?.y, "farthestM", false],
  ["target_heading_deg", (track) => track.target?.headingDeg, "headingDeg", false],
  ["target_left_x_m", (track) => track.targetLeft?.x, "farthestM", false],
  ["target_left_y_m", (track) => track.targetLeft?.y, "farthestM", false],
  ["target_right_x_m", (track) => track.targetRight?.x, "farthestM", false],
  ["target_right_y_m", (track) => track.targetRight?.y, "farthestM", false]
];
var ADVICE = {
  farthestM: "m is not on any floor. Positions are in metres from the near-left corner; is the file in millimetres?",
  heightM: "m is no height of a foot. Heights are in metres above the floor; is the file in millimetres?",
  headingDeg: "degrees is no heading. Headings are in degrees, clockwise, 0 away from the viewer."
};
function validateTrack(track) {
  return timesProblem(track.timeS) ?? columnsProblem(track) ?? wordsProblem(track);
}
function timesProblem(timeS) {
  const { length: length2 } = timeS;
  if (length2 < TRACK_LIMITS.leastSamples)
    return wrong(
      "too-few-samples",
      `There are ${length2} samples; a drill needs at least ten. Record again.`,
      null,
      null
    );
  if (length2 > TRACK_LIMITS.samples)
    return wrong(
      "too-many-samples",
      `There are ${length2} samples; the most is ${TRACK_LIMITS.samples}. Cut the recording into rounds, or lower the tracker's sample rate.`,
      null,
      null
    );
  for (let i = 0; i < length2; i++) {
    const at = timeS[i];
    if (Number.isNaN(at))
      return wrong(
        "missing-time",
        "This row has no time. Give every row its time, or remove the row.",
        i,
        "time_s"
      );
    if (Math.abs(at) > TRACK_LIMITS.timeS)
      return wrong(
        "implausible-time",
        `${at} is no time in seconds. Check that time_s is in seconds.`,
        i,
        "time_s"
      );
    if (i > 0 && at <= timeS[i - 1])
      return wrong(
        "time-not-increasing",
        `Time goes from ${timeS[i - 1]} s to ${at} s. Times must strictly increase: sort the rows, or remove the repeated part.`,
        i,
        "time_s"
      );
  }
  const rate = sampleRateHz(timeS);
  if (rate < TRACK_LIMITS.rateHz[0] || rate > TRACK_LIMITS.rateHz[1])
    return wrong(
      "sample-rate",
      `The median rate is ${rate.toFixed(1)} Hz; a track has 10 to 1000 Hz. Check that time_s is in seconds.`,
      0,
      "time_s"
    );
  return null;
}
function columnsProblem(track) {
  const { length: length2 } = track.timeS;
  for (const [name, pick2, limit, required] of COLUMNS) {
    const values = pick2(track);
    if (!values) continue;
    if (values.length !== length2)
      return wrong(
        "row-length",
        `The column ${name} has ${values.length} samples and time has ${length2}.`,
        null,
        name
      );
    const most = TRACK_LIMITS[limit];
    let missing2 = 0;
    for (let i = 0; i < length2; i++) {
      const value = values[i];
      if (Number.isNaN(value)) missing2++;
      else if (Math.abs(value) > most)
        return wrong("implausible-position", `${value} ${ADVICE[limit]}`, i, name);
    }
    if (required && missing2 > TRACK_LIMITS.missingShare * length2)
      return wrong(
        "too-many-missing",
        `${missing2} of ${length2} samples of ${name} are missing; more than half. Record again with the foot in view.`,
        0,
        name
      );
  }
  return null;
}
function wordsProblem({ strikes: strikes2, notes, timeS }) {
  const { strikeLength, noteLength } = TRACK_LIMITS;
  if (strikes2.length > TRACK_LIMITS.strikes)
    return wrong(
      "too-many-strikes",
      `There are ${strikes2.length} strikes; the most is ${TRACK_LIMITS.strikes}.`,
      null,
      "strike"
    );
  for (const { index, name } of strikes2) {
    if (!Number.isInteger(index) || index < 0 || index >= timeS.length || typeof name !== "string")
      return wrong("strike-outside", "A strike stands at no sample of the recording.", null, "strike");
    if (name.length > strikeLength)
      return wrong(
        "long-strike",
        `The name of this strike is longer than ${strikeLength} letters.`,
        index,
        "strike"
      );
  }
  const entries = Object.entries(notes);
  if (entries.length > TRACK_LIMITS.notes)
    return wrong(
      "too-many-notes",
      `There are ${entries.length} notes; the most is ${TRACK_LIMITS.notes}.`,
      null,
      null
    );
  const long = entries.find(
    ([key, value]) => typeof value !== "string" || key.length + value.length > noteLength
  );
  return long ? wrong(
    "long-note",
    `The note "${long[0].slice(0, 40)}" is longer than ${noteLength} letters. Shorten it.`,
    null,
    null
  ) : null;
}

// core/src/track/csv.ts
var LARGEST_CSV_BYTES = 40 * 1024 * 1024;
var REQUIRED = ["time_s", "left_x_m", "left_y_m", "right_x_m", "right_y_m"];
var OPTIONAL = [
  "left_heading_deg",
  "right_heading_deg",
  "left_z_m",
  "right_z_m",
  "target_x_m",
  "target_y_m",
  "target_heading_deg",
  "target_left_x_m",
  "target_left_y_m",
  "target_right_x_m",
  "target_right_y_m"
];
var NUMBERS = [...REQUIRED, ...OPTIONAL];
var STRIKE = "strike";
var MOST_COLUMNS = 2e3;
function readTrackCsv(text) {
  if (text.length > LARGEST_CSV_BYTES) return tooLarge(text.length);
  const { notes, headerLine, body } = splitNotes(text.replace(/^\uFEFF/, ""));
  if (body.trim() === "") {
    return problem(
      "empty-file",
      "The file has no header row and no samples. Choose the file the tracker wrote, or record again.",
      { line: headerLine }
    );
  }
  const parsed = Papa2.parse(body, { delimiter: ",", skipEmptyLines: false });
  const quote = parsed.errors.find((error) => error.type === "Quotes");
  if (quote) {
    return problem("bad-quotes", "A quoted cell is not closed. Close the quote or remove it.", {
      line: headerLine + (quote.row ?? 0)
    });
  }
  const rows = parsed.data;
  while (rows.length > 1 && rows.at(-1).length === 1 && rows.at(-1)[0].trim() === "") rows.pop();
  const header = rows[0].map((cell) => cell.trim());
  const headerProblem = checkHeader(header, headerLine);
  if (headerProblem) return headerProblem;
  const columns = readNumbers(header, rows, headerLine);
  if (!columns.ok) return columns;
  return assemble(columns.value, readStrikes(header, rows), notes, header, headerLine);
}
var tooLarge = (bytes) => problem(
  "file-too-large",
  `The file has ${Math.round(bytes / 1024 / 1024)} MB; the most is ${LARGEST_CSV_BYTES / 1024 / 1024} MB. Cut the recording into rounds, or lower the tracker's sample rate.`
);
function splitNotes(text) {
  const notes = {};
  let at = 0;
  let line = 1;
  while (at < text.length) {
    const end = text.indexOf("\n", at);
    const content = text.slice(at, end < 0 ? text.length : end).trim();
    if (content !== "" && !content.startsWith("#")) break;
    const colon = content.indexOf(":");
    const key = colon < 0 ? "" : content.slice(1, colon).trim();
    if (key !== "") notes[key] = content.slice(colon + 1).trim();
    at = end < 0 ? text.length : end + 1;
    line++;
  }
  return { notes, headerLine: line, body: text.slice(at) };
}
function checkHeader(header, line) {
  if (header.length === 1 && /[;\t]/.test(header[0])) {
    return problem(
      "wrong-delimiter",
      "The columns are not separated by commas. Save the file as CSV with commas and points as decimal marks.",
      { line }
    );
  }
  if (header.length > MOST_COLUMNS) {
    return problem(
      "too-many-columns",
      `The header row has ${header.length} columns; the most is ${MOST_COLUMNS}. Remove those that are no track.`,
      { line }
    );
  }
  const seen = /* @__PURE__ */ new Set();
  const twice = header.find((name) => name !== "" && (seen.has(name) || !seen.add(name)));
  if (twice) {
    return problem("duplicate-column", `The column "${twice}" stands twice. Remove or rename one.`, {
      line,
      column: twice
    });
  }
  const missing2 = REQUIRED.filter((name) => !header.includes(name));
  if (missing2.length > 0) {
    return problem(
      "wrong-header",
      `The header row lacks ${missing2.map((name) => `"${name}"`).join(", ")}. A track needs the columns ${REQUIRED.join(", ")}.`,
      { line, column: missing2[0] }
    );
  }
  return null;
}
function readNumbers(header, rows, headerLine) {
  const wanted = header.flatMap(
    (name, at) => NUMBERS.includes(name) ? [{ name, at, values: new Float64Array(rows.length - 1) }] : []
  );
  for (let i = 1; i < rows.length; i++) {
    const row = rows[i];
    const line = headerLine + i;
    if (row.length !== header.length) {
      return problem(
        "row-length",
        `This row has ${row.length} cells and the header has ${header.length}. Every row needs one cell for each column; leave a missing sample empty.`,
        { line }
      );
    }
    for (const column of wanted) {
      const cell = row[column.at];
      const value = cell === "" ? NaN : Number(cell);
      if (value - value !== 0 && cell.trim() !== "") {
        return problem(
          "not-a-number",
          `"${cell.slice(0, 40)}" is not a number. Write numbers with a point as decimal mark, or leave the cell empty for a missing sample.`,
          { line, column: column.name }
        );
      }
      column.values[i - 1] = cell.trim() === "" ? NaN : value;
    }
  }
  return {
    ok: true,
    value: new Map(wanted.map((column) => [column.name, column.values])),
    notices: []
  };
}
var listed = (names) => names.length > 12 ? `${names.slice(0, 12).join(", ")} and ${names.length - 12} more` : names.join(", ");
function readStrikes(header, rows) {
  const at = header.indexOf(STRIKE);
  if (at < 0) return [];
  const strikes2 = [];
  for (let i = 1; i < rows.length; i++) {
    const name = plainCell(rows[i][at].trim());
    if (name) strikes2.push({ index: i - 1, name });
  }
  return strikes2;
}
function assemble(columns, strikes2, notes, header, headerLine) {
  const pick2 = (name) => columns.get(name) ?? null;
  const timeS = pick2("time_s");
  const pair = (x, y) => pick2(x) && pick2(y) ? { x: pick2(x), y: pick2(y) } : null;
  const target = pair("target_x_m", "target_y_m");
  const extra = header.filter((name) => name !== STRIKE && !NUMBERS.includes(name));
  const track = {
    timeS,
    left: { ...pair("left_x_m", "left_y_m"), headingDeg: pick2("left_heading_deg"), z: pick2("left_z_m") },
    right: {
      ...pair("right_x_m", "right_y_m"),
      headingDeg: pick2("right_heading_deg"),
      z: pick2("right_z_m")
    },
    target: target && { ...target, headingDeg: pick2("target_heading_deg") },
    targetLeft: pair("target_left_x_m", "target_left_y_m"),
    targetRight: pair("target_right_x_m", "target_right_y_m"),
    strikes: strikes2,
    notes
  };
  const wrong2 = validateTrack(track);
  if (wrong2) {
    return problem(wrong2.code, wrong2.message, {
      line: wrong2.index === null ? headerLine : headerLine + 1 + wrong2.index,
      ...wrong2.column === null ? {} : { column: wrong2.column }
    });
  }
  return {
    ok: true,
    value: track,
    notices: extra.length > 0 ? [`Columns kept out: ${listed(extra)}.`] : []
  };
}
function cellOf(value, digits) {
  if (Number.isNaN(value)) return "";
  const text = value.toFixed(digits);
  return text.startsWith("-") && Number(text) === 0 ? text.slice(1) : text;
}
function writeTrackCsv(track) {
  const columns = [
    ["time_s", track.timeS, 4],
    ["left_x_m", track.left.x, 4],
    ["left_y_m", track.left.y, 4],
    ["right_x_m", track.right.x, 4],
    ["right_y_m", track.right.y, 4],
    ["left_heading_deg", track.left.headingDeg, 2],
    ["right_heading_deg", track.right.headingDeg, 2],
    ["left_z_m", track.left.z, 4],
    ["right_z_m", track.right.z, 4],
    ["target_x_m", track.target?.x ?? null, 4],
    ["target_y_m", track.target?.y ?? null, 4],
    ["target_heading_deg", track.target?.headingDeg ?? null, 2],
    ["target_left_x_m", track.targetLeft?.x ?? null, 4],
    ["target_left_y_m", track.targetLeft?.y ?? null, 4],
    ["target_right_x_m", track.targetRight?.x ?? null, 4],
    ["target_right_y_m", track.targetRight?.y ?? null, 4]
  ];
  const present = columns.filter((column) => column[1] !== null);
  const strikes2 = new Map(track.strikes.map((strike3) => [strike3.index, strike3.name]));
  const withStrikes = strikes2.size > 0;
  const rows = Array.from(track.timeS, (_, i) => [
    ...present.map(([, values, digits]) => cellOf(values[i], digits)),
    ...withStrikes ? [safeCell(strikes2.get(i) ?? "")] : []
  ]);
  const fields = [...present.map(([name]) => name), ...withStrikes ? [STRIKE] : []];
  const notes = Object.entries(track.notes).map(([key, value]) => `# ${key}: ${value}
`);
  return `${notes.join("")}${Papa2.unparse({ fields, data: rows }, { newline: "\n" })}
`;
}

// core/src/matching/frame.ts
var LEAST_PAIRS = 8;
var OUTLIERS = 3;
var ROUNDS2 = 4;
var LEAST_SHIFT_M = 0.025;
var LEAST_TURN_DEG = 1;
var EXPLAINED_TO = 0.6;
var PARTS = 3;
function rigid(pairs) {
  const n = pairs.length;
  const mean2 = (of) => pairs.reduce((sum, pair) => ({ x: sum.x + of(pair).x / n, y: sum.y + of(pair).y / n }), { x: 0, y: 0 });
  const about = mean2(({ planned }) => planned);
  const shiftM = subtract(
    mean2(({ seen }) => seen),
    about
  );
  let [cross, along] = [0, 0];
  for (const { planned, seen } of pairs) {
    const p = subtract(planned, about);
    const s = subtract(subtract(seen, shiftM), about);
    cross += p.y * s.x - p.x * s.y;
    along += p.x * s.x + p.y * s.y;
  }
  return { shiftM, turnDeg: degrees(Math.atan2(cross, along)), about };
}
var offBy = ({ shiftM, turnDeg, about }, { planned, seen }) => {
  const at = turnAbout(planned, about, turnDeg);
  return distanceM({ x: at.x + shiftM.x, y: at.y + shiftM.y }, seen);
};
function startOf3(rows) {
  const first = rows.find(({ planned, observed }) => planned && observed.length > 0)?.planned?.before;
  const all = rows.flatMap(({ observed }) => observed);
  const stood = (foot) => {
    const own = all.filter((event) => event.foot === foot);
    return own.reduce(
      (least, event) => least && least.liftS <= event.liftS ? least : event,
      void 0
    )?.from;
  };
  const [left, right] = [stood("left"), stood("right")];
  return first && left && right ? { planned: midpoint(first.left, first.right), seen: midpoint(left, right) } : null;
}
function frameOf(rows) {
  const pairs = rows.flatMap(({ planned, observed }) => {
    if (!planned) return [];
    const at = (foot) => observed.findLast((e) => e.foot === foot)?.to;
    const [left, right] = [at("left"), at("right")];
    if (!left || !right) return [];
    return [{ planned: midpoint(planned.after.left, planned.after.right), seen: midpoint(left, right) }];
  });
  if (pairs.length < LEAST_PAIRS) return null;
  let kept = pairs;
  let frame = rigid(kept);
  for (let round = 0; round < ROUNDS2; round++) {
    const off = pairs.map((pair) => offBy(frame, pair));
    const most = OUTLIERS * Math.max(0.01, medianOf(off));
    kept = pairs.filter((_, i) => off[i] <= most);
    frame = rigid(kept);
  }
  const none = { ...frame, shiftM: { x: 0, y: 0 }, turnDeg: 0 };
  const start2 = startOf3(rows);
  const beganOff = start2 === null || offBy(frame, start2) < EXPLAINED_TO * offBy(none, start2);
  const isWhole2 = Array.from({ length: PARTS }, (_, k) => {
    const part = pairs.slice(k * pairs.length / PARTS, (k + 1) * pairs.length / PARTS);
    const before = medianOf(part.map((pair) => offBy(none, pair)));
    return medianOf(part.map((pair) => offBy(frame, pair))) < EXPLAINED_TO * before;
  }).every((isExplained) => isExplained);
  const offM = medianOf(pairs.map((pair) => offBy(none, pair)));
  const isWorthSaying = Math.hypot(frame.shiftM.x, frame.shiftM.y) > LEAST_SHIFT_M || Math.abs(frame.turnDeg) > LEAST_TURN_DEG;
  return { ...frame, isOff: isWorthSaying && offM > LEAST_SHIFT_M && isWhole2 && beganOff };
}

// core/src/matching/match.ts
var GOOD_COST = 0.4;
var PACES = [1 / 3, 1 / 2, 2 / 3, 4 / 5, 5 / 4, 3 / 2, 2, 3];
var spanS = (events) => events.length > 1 ? events.at(-1).liftS - events[0].liftS : NaN;
var paced = (moves2, pace) => moves2.map((move) => ({
  ...move,
  beatS: pace * move.beatS,
  events: move.events.map((event) => ({
    ...event,
    liftS: pace * event.liftS,
    landS: pace * event.landS
  }))
}));
function matchToPlan(moves2, events, { intervalS, paces, shows }) {
  const asked2 = { ...align(moves2, events, intervalS, shows), pace: 1 };
  if (asked2.costPerMove < GOOD_COST || events.length === 0 || moves2.length === 0) return asked2;
  const bySpan = spanS(events) / spanS(moves2.flatMap((move) => move.events.filter(shows)));
  const byNumber = new Map(moves2.map((move) => [move.number, move]));
  const tries = (paces ?? [...PACES, bySpan]).filter((pace) => pace > 0.1 && pace < 10);
  return tries.reduce((best, pace) => {
    const { rows, costPerMove } = align(paced(moves2, pace), events, pace * intervalS, shows);
    if (costPerMove >= best.costPerMove) return best;
    const own = rows.map((row) => ({ ...row, planned: row.planned && byNumber.get(row.planned.number) }));
    return { rows: own, costPerMove, pace };
  }, asked2);
}

// core/src/detection/flight-shape.ts
var CELLS = 256;
var FINE = 3;
var cache = /* @__PURE__ */ new Map();
function flightShape(a, b) {
  const key = `${a}/${b}`;
  const known = cache.get(key);
  if (known) return known;
  const shape = shapeOf((x) => Math.pow(x, a - 1) * Math.pow(1 - x, b - 1));
  cache.set(key, shape);
  return shape;
}
var rampedShape = (rise, fall, smooth2) => shapeOf((x) => {
  const ramp = Math.min(1, x / rise, (1 - x) / fall);
  return smooth2 ? ramp * ramp * (3 - 2 * ramp) : ramp;
});
var rolledShape = (rollShare, downAt, rollFrom) => shapeOf((x) => {
  const bump2 = (share) => share <= 0 || share >= 1 ? 0 : 30 * (share * (1 - share)) ** 2;
  const roll = bump2((x - rollFrom) / (1 - rollFrom)) / (1 - rollFrom);
  return (1 - rollShare) * bump2(x / downAt) / downAt + rollShare * roll;
});
function shapeOf(density) {
  const way2 = new Float64Array(CELLS + 1);
  const speed2 = new Float64Array(CELLS + 1);
  const h = 1 / CELLS / FINE;
  for (let i = 0; i < CELLS; i++) {
    let sum = 0;
    for (let j = 0; j < FINE; j++) {
      const x = (i * FINE + j) * h;
      sum += h / 6 * (density(x) + 4 * density(x + h / 2) + density(Math.min(1, x + h)));
    }
    way2[i + 1] = way2[i] + sum;
    speed2[i] = density(i / CELLS);
  }
  speed2[CELLS] = density(1);
  const total = way2[CELLS];
  for (let i = 0; i <= CELLS; i++) {
    way2[i] = way2[i] / total;
    speed2[i] = speed2[i] / total;
  }
  return { way: way2, speed: speed2 };
}
function shareAtWay(shape, way2) {
  let low = 0;
  let high = CELLS;
  while (high - low > 1) {
    const middle = low + high >> 1;
    if (shape.way[middle] < way2) low = middle;
    else high = middle;
  }
  const rise = shape.way[high] - shape.way[low];
  return (low + (rise === 0 ? 0 : (way2 - shape.way[low]) / rise)) / CELLS;
}

// core/src/detection/solve-flight.ts
var BENT = 0.18;
var HEIGHT_SAMPLES = 5;
var HEIGHT_SIGMAS = 4;
function arcOf(signal, data) {
  const dx = data.endX - data.startX;
  const dy = data.endY - data.startY;
  const chordM = Math.hypot(dx, dy);
  const ux = dx / chordM;
  const uy = dy / chordM;
  const { x, y } = signal;
  const besideM = (k) => (y[k] - data.startY) * ux - (x[k] - data.startX) * uy;
  let sum = 0;
  let most = 0;
  for (let i = data.from; i < data.to; i++) {
    sum += besideM(i);
    if (i - data.from >= HEIGHT_SAMPLES) sum -= besideM(i - HEIGHT_SAMPLES);
    if (i - data.from >= HEIGHT_SAMPLES - 1 && Math.abs(sum) > Math.abs(most)) most = sum;
  }
  const heightM = most / HEIGHT_SAMPLES;
  const noiseM = signal.noiseM * Math.sqrt(Math.min(1, signal.samplesForOne / HEIGHT_SAMPLES));
  if (Math.abs(heightM) < Math.max(BENT * chordM, HEIGHT_SIGMAS * noiseM)) return null;
  const rise = Math.abs(heightM);
  const radiusM = (chordM ** 2 / 4 + rise ** 2) / (2 * rise);
  const [nx, ny] = [-uy * Math.sign(heightM), ux * Math.sign(heightM)];
  const inwards = rise - radiusM;
  return {
    x: (data.startX + data.endX) / 2 + nx * inwards,
    y: (data.startY + data.endY) / 2 + ny * inwards,
    radiusM,
    middle: Math.atan2(ny, nx),
    // Anticlockwise where the way bends to the right of its chord.
    half: (heightM > 0 ? -1 : 1) * Math.atan2(chordM / 2, -inwards)
  };
}
function projectOnArc(signal, data, arc) {
  const share = new Float64Array(data.to - data.from);
  for (let i = 0; i < share.length; i++) {
    const k = data.from + i;
    const off = Math.atan2(signal.y[k] - arc.y, signal.x[k] - arc.x) - arc.middle;
    const wrapped = Math.atan2(Math.sin(off), Math.cos(off));
    share[i] = (wrapped / arc.half + 1) / 2;
  }
  return {
    t: signal.t.subarray(data.from, data.to),
    share,
    sigma: Math.max(signal.noiseM, 1e-6) / (2 * Math.abs(arc.half) * arc.radiusM)
  };
}
function projectFlight(signal, data) {
  const dx = data.endX - data.startX;
  const dy = data.endY - data.startY;
  const squared = dx * dx + dy * dy;
  const arc = squared > 0 ? arcOf(signal, data) : null;
  if (arc) return projectOnArc(signal, data, arc);
  const share = new Float64Array(data.to - data.from);
  for (let i = 0; i < share.length; i++) {
    const k = data.from + i;
    share[i] = ((signal.x[k] - data.startX) * dx + (signal.y[k] - data.startY) * dy) / squared;
  }
  return {
    t: signal.t.subarray(data.from, data.to),
    share,
    sigma: Math.max(signal.noiseM, 1e-6) / Math.sqrt(squared)
  };
}
var NO_SETTLING = { rest: 0, timeS: 1 };
var ITERATIONS = 4;
var SHORTEST_FLIGHT_S = 0.04;
var ENOUGH = 5e-3;
function solveFlight(samples, shape, near, settling2 = NO_SETTLING) {
  const [firstS2, lastS2] = near ? [near.liftS, near.landS] : firstGuess(samples, shape);
  let lift = firstS2;
  let land2 = lastS2;
  let here = HERE3;
  let there = THERE;
  const model = { shape, settling: settling2 };
  weigh(samples, model, lift, land2, here);
  let damping = 1e-3;
  for (let iteration = 0; iteration < ITERATIONS; iteration++) {
    if (here.liftLift === 0 || here.landLand === 0) break;
    const da = here.liftLift * (1 + damping);
    const dc = here.landLand * (1 + damping);
    const det = da * dc - here.liftLand * here.liftLand;
    if (det <= 0) break;
    const nextLift = lift + (dc * here.byLift - here.liftLand * here.byLand) / det;
    const nextLand = land2 + (da * here.byLand - here.liftLand * here.byLift) / det;
    const usable = nextLand - nextLift > SHORTEST_FLIGHT_S;
    if (usable) weigh(samples, model, nextLift, nextLand, there);
    if (usable && there.cost <= here.cost) {
      const gain = here.cost - there.cost;
      lift = nextLift;
      land2 = nextLand;
      const last = here;
      here = there;
      there = last;
      damping /= 5;
      if (gain < ENOUGH * (here.cost + 1e-12)) break;
    } else {
      damping *= 20;
      if (damping > 1e6) break;
    }
  }
  return solutionOf(samples, here, lift, land2);
}
function flightAt(samples, shape, liftS, landS) {
  weigh(samples, { shape, settling: NO_SETTLING }, liftS, landS, HERE3);
  return solutionOf(samples, HERE3, liftS, landS);
}
function solutionOf({ t, sigma }, here, lift, land2) {
  const det = here.liftLift * here.landLand - here.liftLand * here.liftLand;
  return {
    liftS: lift,
    landS: land2,
    chiSquare: here.cost / (sigma * sigma),
    liftUS: det > 0 ? sigma * Math.sqrt(here.landLand / det) : Infinity,
    landUS: det > 0 ? sigma * Math.sqrt(here.liftLift / det) : Infinity,
    usedSamples: samplesBetween(t, lift, land2)
  };
}
var blank = () => ({ cost: 0, liftLift: 0, liftLand: 0, landLand: 0, byLift: 0, byLand: 0 });
var HERE3 = blank();
var THERE = blank();
function weigh({ t, share }, { shape: { way: way2, speed: speed2 }, settling: { rest, timeS } }, lift, land2, into) {
  const scale2 = 1 / (land2 - lift);
  const cells = way2.length - 1;
  const flown = 1 - rest;
  let cost = 0;
  let a = 0;
  let b = 0;
  let c = 0;
  let gl = 0;
  let gd = 0;
  for (let i = 0; i < t.length; i++) {
    const tau = (t[i] - lift) * scale2;
    if (tau <= 0) {
      cost += share[i] * share[i];
    } else if (tau < 1) {
      const at = tau * cells;
      const k = Math.floor(at);
      const part = at - k;
      const residual = share[i] - flown * (way2[k] + (way2[k + 1] - way2[k]) * part);
      const pace = flown * (speed2[k] + (speed2[k + 1] - speed2[k]) * part) * scale2;
      const byLift = -pace * (1 - tau);
      const byLand = -pace * tau;
      cost += residual * residual;
      a += byLift * byLift;
      b += byLift * byLand;
      c += byLand * byLand;
      gl += byLift * residual;
      gd += byLand * residual;
    } else if (rest === 0) {
      cost += (share[i] - 1) * (share[i] - 1);
    } else {
      const left = rest * Math.exp((land2 - t[i]) / timeS);
      const residual = share[i] - 1 + left;
      const late = -left / timeS;
      cost += residual * residual;
      c += late * late;
      gd += late * residual;
    }
  }
  into.cost = cost;
  into.liftLift = a;
  into.liftLand = b;
  into.landLand = c;
  into.byLift = gl;
  into.byLand = gd;
}
function samplesBetween(t, lift, land2) {
  let count3 = 0;
  for (let i = 0; i < t.length; i++) if (t[i] > lift && t[i] < land2) count3++;
  return count3;
}
function firstGuess({ t, share }, shape) {
  const crossing = (way2) => {
    let lastBelow = 0;
    let firstAbove = share.length - 1;
    for (let i = share.length - 1; i > 0 && lastBelow === 0; i--) if (share[i] < way2) lastBelow = i;
    for (let i = 0; i < share.length; i++) {
      if (share[i] < way2) continue;
      firstAbove = i;
      break;
    }
    return (t[lastBelow] + t[firstAbove]) / 2;
  };
  const quarter = crossing(0.25);
  const threeQuarters = Math.max(quarter + SHORTEST_FLIGHT_S / 4, crossing(0.75));
  const s1 = shareAtWay(shape, 0.25);
  const s2 = shareAtWay(shape, 0.75);
  const span = Math.max(SHORTEST_FLIGHT_S, (threeQuarters - quarter) / (s2 - s1));
  const lift = quarter - s1 * span;
  return [lift, lift + span];
}

// core/src/detection/courses.ts
var EXPONENTS = [2, 3, 4.3];
var RAMPS = [0.1, 0.22, 0.36, 0.5, 0.66, 0.8];
var FIRST_RAMPS = /* @__PURE__ */ new Set(["1 1", "1 3", "3 1", "1 4", "4 1", "0 5", "5 0"]);
var ROLLS = [0.08, 0.15, 0.22];
var DOWN_AT = [0.65, 0.78];
var ROLL_FROM = 0.45;
var COURSES = [
  ...EXPONENTS.flatMap(
    (a, i) => EXPONENTS.map((b, j) => ({
      shape: flightShape(a, b),
      made: { family: "beta", at: [a, b] },
      logPrior: i === j ? 0.5 : 0,
      isFirst: i === j,
      family: "beta",
      i,
      j
    }))
  ),
  ...RAMPS.flatMap(
    (rise, i) => RAMPS.flatMap(
      (fall, j) => rise + fall > 1 ? [] : [true, false].map((smooth2) => ({
        shape: rampedShape(rise, fall, smooth2),
        made: { family: "ramp", at: [rise, fall], smooth: smooth2 },
        logPrior: -0.5,
        isFirst: !smooth2 && FIRST_RAMPS.has(`${i} ${j}`),
        family: "ramp",
        i,
        j
      }))
    )
  ),
  ...ROLLS.flatMap(
    (share, i) => DOWN_AT.map((downAt, j) => ({
      shape: rolledShape(share, downAt, ROLL_FROM),
      made: { family: "roll", at: [share, downAt, ROLL_FROM] },
      logPrior: -0.7,
      isFirst: i === 1,
      family: "roll",
      i,
      j
    }))
  )
];
var FIRST = COURSES.filter(({ isFirst }) => isFirst);
var NEIGHBOURS = new Map(
  FIRST.map((course) => [
    course,
    COURSES.filter(
      (other2) => !other2.isFirst && other2.family === course.family && Math.abs(other2.i - course.i) <= 1 && Math.abs(other2.j - course.j) <= 1
    )
  ])
);
var STEPS2 = {
  beta: [0.4, 0.2],
  ramp: [0.08, 0.04],
  roll: [0.06, 0.06]
};
var shapes = /* @__PURE__ */ new Map();
function shapeOf2(made) {
  const at = made.at.map((value) => Math.round(value * 100) / 100);
  const key = JSON.stringify({ ...made, at });
  const known = shapes.get(key);
  if (known) return known;
  const [a, b, c] = at;
  const isOne = made.family === "beta" ? a >= 1.2 && b >= 1.2 && a < 8 && b < 8 : made.family === "ramp" ? a > 0.02 && b > 0.02 && a + b <= 1 : a > 0.02 && a < 0.5 && b > 0.3 && b < 0.95 && c > 0.1 && c < 0.9;
  if (!isOne) return null;
  const shape = made.family === "beta" ? flightShape(a, b) : made.family === "ramp" ? rampedShape(a, b, made.smooth) : rolledShape(a, b, c);
  shapes.set(key, shape);
  return shape;
}
function nearbyShape(course, costOf) {
  let { made, shape } = course;
  let cost = costOf(shape);
  const [first, last] = STEPS2[made.family];
  for (let step2 = first; step2 >= last - 1e-9; ) {
    let better = false;
    for (let k = 0; k < made.at.length; k++)
      for (const by of [step2, -step2]) {
        const changed = {
          ...made,
          at: made.at.map((value, i) => i === k ? value + by : value)
        };
        const tried = shapeOf2(changed);
        const triedCost = tried ? costOf(tried) : Infinity;
        if (tried && triedCost < cost) [made, shape, cost, better] = [changed, tried, triedCost, true];
      }
    if (!better) step2 /= 2;
  }
  return shape;
}

// core/src/detection/flight-posterior.ts
var GOOD_FIRST = 2;
var GOOD_CREEPING = 3;
var SETTLINGS = [
  { restM: 0, timeS: 1, share: 0.4 },
  { restM: 4e-3, timeS: 0.016, share: 0.25 },
  { restM: 9e-3, timeS: 0.02, share: 0.2 },
  { restM: 0.016, timeS: 0.03, share: 0.15 }
];
var [AT_ONCE, ...CREEPS] = SETTLINGS;
var USUAL_CREEP = SETTLINGS[2];
var MOST_REST_SHARE = 0.4;
var WORTH = 14;
var WORTH_KEEPING = 12;
var COURSE_U_S = 65e-4;
var COURSE_U_SHARE = 0.018;
var UNKNOWN_S = 0.3;
var MOST_SAMPLES = 26;
var HEIGHT_TELLS_S = 0.025;
var HINT_U_S = 0.03;
var AGREES = 1.5;
var seenByHeight = ({ lift, land: land2 }) => lift !== null && land2 !== null && Math.max(lift.uS, land2.uS) < HEIGHT_TELLS_S;
function weighFlight(seen, wayM, samplesForOne, near, byHeight2) {
  const isSeen = seenByHeight(byHeight2);
  const samples = thinned(seen);
  const tried = [];
  for (const course of FIRST)
    tried.push({ course, settling: AT_ONCE, fit: solveFlight(samples, course.shape, near), logWeight: 0 });
  tried.sort(byMisses);
  const known = new Set(FIRST);
  const { fit: bestSolution } = tried[0];
  for (const { course } of isSeen ? [] : tried.slice(0, GOOD_FIRST))
    for (const next of NEIGHBOURS.get(course)) {
      if (known.has(next)) continue;
      known.add(next);
      const fit2 = solveFlight(samples, next.shape, bestSolution);
      tried.push({ course: next, settling: AT_ONCE, fit: fit2, logWeight: 0 });
    }
  const creeping2 = [];
  const creep = (course, settling2, from) => {
    const rest = Math.min(MOST_REST_SHARE, settling2.restM / wayM);
    const fit2 = solveFlight(samples, course.shape, from, { rest, timeS: settling2.timeS });
    creeping2.push({ course, settling: settling2, fit: fit2, logWeight: 0 });
  };
  const hopeless = tried[0].fit.chiSquare * 2 + 4 * WORTH * samplesForOne;
  for (const { course, fit: fit2 } of tried)
    if (!isSeen && course.isFirst && fit2.chiSquare < hopeless) creep(course, USUAL_CREEP, fit2);
  creeping2.sort(byMisses);
  for (const { course, fit: fit2 } of creeping2.slice(0, GOOD_CREEPING))
    for (const settling2 of CREEPS) if (settling2 !== USUAL_CREEP) creep(course, settling2, fit2);
  const all = [...tried, ...creeping2];
  refine(all, samples, wayM, samplesForOne);
  const best = all.reduce((least, { fit: fit2 }) => Math.min(least, fit2.chiSquare), Infinity);
  const misfit = best / Math.max(1, samples.t.length - 5);
  const scale2 = Math.max(samplesForOne, misfit);
  const candidates = all.filter(({ fit: fit2 }) => fit2.chiSquare - best < 2 * WORTH * scale2);
  for (const one of candidates) one.logWeight = logWeightOf(one, scale2);
  const inflated = Math.sqrt(scale2);
  const most = candidates.reduce((top, { logWeight }) => Math.max(top, logWeight), -Infinity);
  return {
    candidates: candidates.filter(({ logWeight }) => logWeight > most - WORTH_KEEPING),
    inflated,
    byHeight: byHeight2,
    usedSamples: near.usedSamples,
    misfit
  };
}
var SEES_U_S = 15e-4;
var SEES_SAMPLES = 12;
var FOLLOWED = 4;
function refine(all, samples, wayM, samplesForOne) {
  const sorted = [...all].sort(byMisses);
  const { landUS, usedSamples } = sorted[0].fit;
  if (usedSamples < SEES_SAMPLES || !(landUS * Math.sqrt(samplesForOne) < SEES_U_S)) return;
  const done = /* @__PURE__ */ new Set();
  for (const one of sorted) {
    const { made } = one.course;
    const kind = `${made.family} ${"smooth" in made && made.smooth} ${one.settling.restM > 0}`;
    if (done.has(kind)) continue;
    done.add(kind);
    const { restM, timeS } = one.settling;
    const settled2 = { rest: Math.min(MOST_REST_SHARE, restM / wayM), timeS };
    const fitOf = (shape2) => solveFlight(samples, shape2, one.fit, settled2);
    const shape = nearbyShape(one.course, (tried) => fitOf(tried).chiSquare);
    all.push({ ...one, fit: fitOf(shape) });
    if (done.size >= FOLLOWED) return;
  }
}
function usualCourses(flights) {
  const sums2 = /* @__PURE__ */ new Map();
  const count3 = (what2, share) => {
    sums2.set(what2, (sums2.get(what2) ?? 0) + share);
  };
  for (const flight of flights) {
    const weights = weightsOf(flight, null);
    const total = weights.reduce((a, b) => a + b, 0);
    flight.candidates.forEach(({ course, settling: settling2 }, i) => {
      count3(course, weights[i] / total);
      count3(settling2, weights[i] / total);
    });
  }
  const logs = /* @__PURE__ */ new Map();
  for (const kinds of [COURSES, SETTLINGS])
    for (const kind of kinds) {
      const share = ((sums2.get(kind) ?? 0) + OPEN_FLIGHTS / kinds.length) / (flights.length + OPEN_FLIGHTS);
      logs.set(kind, Math.log(share * kinds.length));
    }
  return logs;
}
var OPEN_FLIGHTS = 6;
function flightTimes(flight, usual) {
  const weights = weightsOf(flight, usual);
  const lift = mixed(flight, weights, "liftS", "liftUS", flight.byHeight.lift);
  const land2 = mixed(flight, weights, "landS", "landUS", flight.byHeight.land);
  const isByHeight = flight.byHeight.land !== null;
  return {
    liftS: lift.timeS,
    landS: land2.timeS,
    liftUS: lift.uS,
    landUS: land2.uS * (isByHeight ? 1 : creepFactor(usual)),
    usedSamples: flight.usedSamples,
    misfit: flight.misfit
  };
}
var USUAL_CREEP_SHARE = 0.35;
var CREEP_FACTOR = 2.2;
function creepFactor(usual) {
  if (!usual) return 1;
  const creeping2 = CREEPS.reduce((sum, kind) => sum + Math.exp(usual.get(kind) ?? 0) / SETTLINGS.length, 0);
  return 1 + CREEP_FACTOR * Math.max(0, creeping2 - USUAL_CREEP_SHARE);
}
var NOTHING = -1e9;
var LEAST_WEIGHT = 1e-6;
var byMisses = (a, b) => a.fit.chiSquare - b.fit.chiSquare;
function logWeightOf({ course, settling: settling2, fit: fit2 }, scale2) {
  if (!Number.isFinite(fit2.liftUS * fit2.landUS)) return NOTHING;
  const evidence = Math.log(Math.max(1e-9, fit2.liftUS * fit2.landUS * scale2));
  return Math.log(settling2.share) + course.logPrior - fit2.chiSquare / (2 * scale2) + 0.5 * evidence;
}
function weightsOf({ candidates, inflated, byHeight: byHeight2 }, usual) {
  const { lift, land: land2 } = byHeight2;
  const disagrees = (moment, timeS, uS) => (moment.timeS - timeS) ** 2 / (2 * (moment.uS ** 2 + uS ** 2));
  const logs = candidates.map(({ course, settling: settling2, fit: fit2, logWeight }) => {
    let log = logWeight + (usual?.get(course) ?? 0) + (usual?.get(settling2) ?? 0);
    if (lift) log -= disagrees(lift, fit2.liftS, fit2.liftUS * inflated);
    if (land2) log -= disagrees(land2, fit2.landS, fit2.landUS * inflated);
    return log;
  });
  const most = Math.max(...logs);
  return logs.map((log) => Math.exp(log - most));
}
function mixed({ candidates, inflated, byHeight: byHeight2 }, weights, time, u, own) {
  const isHint = seenByHeight(byHeight2);
  let total = 0;
  let sum = 0;
  let square = 0;
  candidates.forEach(({ fit: fit2 }, i) => {
    const weight = weights[i];
    if (weight < LEAST_WEIGHT || !Number.isFinite(fit2[u])) return;
    const courseS = COURSE_U_S + COURSE_U_SHARE * Math.max(0, fit2.landS - fit2.liftS);
    const plainUS = Math.hypot(fit2[u] * inflated, courseS);
    const isOther = isHint && own !== null && Math.abs(fit2[time] - own.timeS) > AGREES * Math.hypot(plainUS, own.uS);
    const openS = isOther ? Math.hypot(courseS, HINT_U_S) : courseS;
    const { timeS: timeS2, uS } = together({ timeS: fit2[time], uS: Math.hypot(fit2[u] * inflated, openS) }, own);
    total += weight;
    sum += weight * timeS2;
    square += weight * (timeS2 * timeS2 + uS * uS);
  });
  if (total === 0) return { timeS: candidates[0].fit[time], uS: UNKNOWN_S };
  const meanS = sum / total;
  const timeS = time === "landS" && !own ? contactOf2(candidates, weights) : meanS;
  const varianceS2 = Math.max(0, square / total - meanS * meanS);
  return { timeS, uS: Math.sqrt(varianceS2 + (timeS - meanS) ** 2) };
}
var CONTACT_SHARE = 0.35;
function contactOf2(candidates, weights) {
  const held = candidates.flatMap(({ fit: fit2 }, i) => {
    const weight = weights[i] ?? 0;
    return weight < LEAST_WEIGHT || !Number.isFinite(fit2.landUS) ? [] : [{ landS: fit2.landS, weight }];
  }).toSorted((a, b) => a.landS - b.landS);
  let left = CONTACT_SHARE * held.reduce((sum, { weight }) => sum + weight, 0);
  return held.find(({ weight }) => (left -= weight) <= 0)?.landS ?? held.at(-1)?.landS ?? NaN;
}
function together(a, b) {
  if (!b) return a;
  const [wa, wb] = [1 / (a.uS * a.uS + 1e-12), 1 / (b.uS * b.uS + 1e-12)];
  const apart = Math.abs(a.timeS - b.timeS) / Math.hypot(a.uS, b.uS);
  return {
    timeS: (wa * a.timeS + wb * b.timeS) / (wa + wb),
    uS: Math.sqrt(1 / (wa + wb)) * Math.max(1, apart)
  };
}
function thinned(samples) {
  const block = Math.ceil(samples.t.length / MOST_SAMPLES);
  if (block <= 1) return samples;
  const n = Math.floor(samples.t.length / block);
  const [t, share] = [new Float64Array(n), new Float64Array(n)];
  for (let i = 0; i < n; i++) {
    for (let k = i * block; k < (i + 1) * block; k++) {
      t[i] += samples.t[k] / block;
      share[i] += samples.share[k] / block;
    }
  }
  return { t, share, sigma: samples.sigma / Math.sqrt(block) };
}

// core/src/detection/headings.ts
var PLANT_WINDOW_S = 0.5;
function headingBetween(signal, fromS, toS, end) {
  const { t, heading } = signal;
  if (!heading) return null;
  const lowS = end === "early" ? fromS : Math.max(fromS, toS - PLANT_WINDOW_S);
  const highS = end === "early" ? Math.min(toS, fromS + PLANT_WINDOW_S) : toS;
  let sin2 = 0;
  let cos2 = 0;
  let samples = 0;
  for (let i = indexBefore(t, lowS); i < t.length && t[i] <= highS; i++) {
    if (t[i] < lowS || Number.isNaN(heading[i])) continue;
    sin2 += Math.sin(radians(heading[i]));
    cos2 += Math.cos(radians(heading[i]));
    samples++;
  }
  return samples === 0 ? null : { deg: wrapDeg(degrees(Math.atan2(sin2, cos2))), samples };
}
function headingNoise(signal) {
  const { heading } = signal;
  if (!heading) return 0;
  const steps3 = [];
  const stride = Math.max(1, Math.floor(heading.length / 2e3));
  for (let i = 1; i < heading.length; i += stride) {
    const step2 = Math.abs(wrapDeg(heading[i] - heading[i - 1]));
    if (!Number.isNaN(step2)) steps3.push(step2);
  }
  const mad = medianOf(steps3);
  return Number.isNaN(mad) ? 0 : mad / 0.6745 / Math.SQRT2;
}

// core/src/detection/place.ts
var GUARD_S = 0.03;
function place(signal, from, to, end) {
  const { t } = signal;
  if (to <= from) return null;
  const spanS2 = t[to - 1] - t[from];
  const guard = Math.min(GUARD_S, spanS2 / 4);
  const early = t[from] + (from === 0 ? 0 : guard);
  const late = t[to - 1] - (to === t.length ? 0 : guard);
  const lowS = end === "early" ? early : Math.max(early, late - PLANT_WINDOW_S);
  const highS = end === "early" ? Math.min(late, early + PLANT_WINDOW_S) : late;
  return meanBetween(signal, lowS, highS, from, to);
}
function meanBetween(signal, lowS, highS, from, to) {
  const { t } = signal;
  let x = 0;
  let y = 0;
  let count3 = 0;
  for (let i = Math.max(from, indexBefore(t, lowS)); i < to && t[i] <= highS + 1e-9; i++) {
    if (t[i] < lowS - 1e-9) continue;
    x += signal.x[i];
    y += signal.y[i];
    count3++;
  }
  if (count3 === 0) {
    const i = Math.min(to - 1, Math.max(from, indexBefore(t, (lowS + highS) / 2)));
    return { x: signal.x[i], y: signal.y[i], count: 1 };
  }
  return { x: x / count3, y: y / count3, count: count3 };
}

// core/src/detection/flights.ts
var SMALLEST_STEP_M = 0.025;
var STEP_SIGMAS = 6;
var SHORTEST_STAND_S = 0.06;
var LEAST_SLOW_S = 0.4;
var SLOW_END_S = 0.2;
var SLOW_SMOOTH_S = 0.06;
var SLOW_EDGE = 0.2;
var LONGEST_SLOW_PART_S = 0.5;
var SAME_WAY = 0.7;
var ONE_FLIGHT_MISFIT = 1.7;
var HOPELESS = 25;
var NO_HEIGHT = { lift: null, land: null };
var FIRST_SHAPE = flightShape(3, 3);
var BESIDE_S = 0.12;
var BESIDE_SHARE = 0.35;
function flightsOf({ signal, runs }) {
  const kept = wholeFlights(signal, withSlowMoves(signal, changing(signal, joined(signal, runs))));
  return kept.flatMap((run, i) => flightOf(signal, run, kept[i - 1], kept[i + 1]) ?? []);
}
function flightOf(signal, run, last, next) {
  const { t } = signal;
  const plantFrom = last?.to ?? 0;
  const plantTo = next?.from ?? t.length;
  const before = place(signal, plantFrom, run.from, "late");
  const after = place(signal, run.to, plantTo, "early");
  if (!before || !after) return null;
  const endS = Math.max(t[run.to - 1], (t[run.to] ?? -Infinity) - signal.stepS);
  const besideS = Math.max(BESIDE_S, BESIDE_SHARE * (t[run.to - 1] - t[run.from]));
  return {
    from: Math.max(plantFrom, indexBefore(t, t[run.from] - besideS)),
    to: Math.min(plantTo, indexBefore(t, endS + besideS) + 1),
    startX: before.x,
    startY: before.y,
    endX: after.x,
    endY: after.y,
    restSamples: after.count,
    restDriftM: 0
  };
}
function wholeFlights(signal, runs) {
  const whole = [];
  for (const [i, run] of runs.entries()) {
    const last = whole.at(-1);
    if (last && isOneFlight(signal, last, run, { before: whole.at(-2), after: runs[i + 1] }))
      whole[whole.length - 1] = { from: last.from, to: run.to };
    else whole.push(run);
  }
  return whole;
}
function isOneFlight(signal, one, next, { before, after }) {
  const { t } = signal;
  if (t[next.from] - t[one.to - 1] > LONGEST_SLOW_PART_S) return false;
  const [first, second] = [flightOf(signal, one, before, next), flightOf(signal, next, one, after)];
  const data = flightOf(signal, { from: one.from, to: next.to }, before, after);
  if (!first || !second || !data) return false;
  const way2 = (flight) => ({
    x: flight.endX - flight.startX,
    y: flight.endY - flight.startY
  });
  const [a, b] = [way2(first), way2(second)];
  if (a.x * b.x + a.y * b.y < SAME_WAY * Math.hypot(a.x, a.y) * Math.hypot(b.x, b.y)) return false;
  const samples = projectFlight(signal, data);
  const wayM = Math.hypot(a.x + b.x, a.y + b.y);
  const near = solveFlight(samples, FIRST_SHAPE);
  if (near.chiSquare > HOPELESS * samples.t.length * signal.samplesForOne) return false;
  const { misfit } = weighFlight(samples, wayM, signal.samplesForOne, near, NO_HEIGHT);
  return misfit < ONE_FLIGHT_MISFIT * signal.samplesForOne;
}
function joined(signal, runs) {
  const { t } = signal;
  const out = [];
  for (const run of runs) {
    const last = out.at(-1);
    if (last && t[run.from] - t[last.to - 1] < SHORTEST_STAND_S) last.to = run.to;
    else out.push({ ...run });
  }
  return out;
}
function changing(signal, runs) {
  const kept = [];
  for (const [i, run] of runs.entries()) {
    const before = place(signal, kept.at(-1)?.to ?? 0, run.from, "late");
    const after = place(signal, run.to, runs[i + 1]?.from ?? signal.t.length, "early");
    if (before && after && isStep(signal, before, after)) kept.push(run);
  }
  return kept;
}
var USUAL_STAND_S = 0.25;
function smallestStepM({ noiseM, samplesForOne, stepS }) {
  const samples = Math.max(1, USUAL_STAND_S / stepS);
  return Math.max(SMALLEST_STEP_M, STEP_SIGMAS * noiseM * Math.sqrt(2 * samplesForOne / samples));
}
function isStep(signal, before, after) {
  const uM = signal.noiseM * Math.sqrt(signal.samplesForOne * (1 / before.count + 1 / after.count));
  return distanceM(before, after) >= Math.max(SMALLEST_STEP_M, STEP_SIGMAS * uM);
}
function withSlowMoves(signal, runs) {
  const { t } = signal;
  return [...runs, null].flatMap((run, i) => {
    const from = runs[i - 1]?.to ?? 0;
    const to = run?.from ?? t.length;
    const found = to > from && t[to - 1] - t[from] > LEAST_SLOW_S ? slowMove(signal, from, to) : null;
    return [...found ? [found] : [], ...run ? [run] : []];
  });
}
function slowMove(signal, from, to) {
  const { t } = signal;
  const endS = Math.min(SLOW_END_S, (t[to - 1] - t[from]) / 4);
  const early = meanBetween(signal, t[from], t[from] + endS, from, to);
  const late = meanBetween(signal, t[to - 1] - endS, t[to - 1], from, to);
  if (!early || !late || !isStep(signal, early, late)) return null;
  const way2 = (late.x - early.x) ** 2 + (late.y - early.y) ** 2;
  const shareAt = (timeS) => {
    const at = meanBetween(signal, timeS - SLOW_SMOOTH_S, timeS + SLOW_SMOOTH_S, from, to);
    return at ? ((at.x - early.x) * (late.x - early.x) + (at.y - early.y) * (late.y - early.y)) / way2 : NaN;
  };
  let first = to - 1;
  let last = from;
  for (let i = from; i < to && first === to - 1; i++) if (shareAt(t[i]) > SLOW_EDGE) first = i;
  for (let i = to - 1; i > from && last === from; i--) if (shareAt(t[i]) < 1 - SLOW_EDGE) last = i;
  return last > first + 1 ? { from: first, to: last + 1 } : null;
}

// core/src/detection/height.ts
var FLOOR_S = 0.12;
var WORTH_CHI = 30;
var LEAST_RISE_M = 8e-3;
var HEIGHT_U_S = 6e-3;
var COURSE_U_SHARE2 = 0.02;
var LEAST_NOISE_M = 3e-4;
var MOST_SAMPLES2 = 24;
var ITERATIONS2 = 5;
var GAIN = 5e-3;
var SHORTEST_S = 0.04;
var CELLS2 = 64;
var USUAL_SPREAD = 0.3;
function riseShape(a, b) {
  const top = (a / (a + b)) ** a * (b / (a + b)) ** b;
  const height = new Float64Array(CELLS2 + 1);
  const slope = new Float64Array(CELLS2 + 1);
  for (let i = 0; i <= CELLS2; i++) {
    const s = i / CELLS2;
    height[i] = s ** a * (1 - s) ** b / top;
  }
  for (let i = 0; i <= CELLS2; i++)
    slope[i] = (height[Math.min(CELLS2, i + 1)] - height[Math.max(0, i - 1)]) * CELLS2 / (i > 0 && i < CELLS2 ? 2 : 1);
  const logPrior = -(Math.log(a) ** 2 + Math.log(b) ** 2) / (2 * USUAL_SPREAD ** 2);
  return { logPrior, height, slope };
}
var EXPONENTS2 = [1.05, 0.85, 1.3, 1.8];
var SHAPES = EXPONENTS2.flatMap(
  (a) => EXPONENTS2.filter((b) => Math.abs(a - b) < 0.3).map((b) => riseShape(a, b))
);
function standing(z, spans) {
  let n = 0;
  let sum = 0;
  let pairs = 0;
  let squares = 0;
  for (const [from, to] of spans) {
    let before = NaN;
    for (const value of z.subarray(from, to)) {
      if (Number.isNaN(value)) continue;
      n++;
      sum += value;
      if (!Number.isNaN(before)) {
        pairs++;
        squares += (value - before) ** 2;
      }
      before = value;
    }
  }
  return n < 5 || pairs === 0 ? null : { floorM: sum / n, noiseM: Math.sqrt(squares / pairs / 2) };
}
function heightsOf(signal, z, from, to) {
  const { t, stepS } = signal;
  const reach2 = Math.ceil(FLOOR_S / stepS);
  const [first, last] = [Math.max(0, from - reach2), Math.min(t.length, to + reach2)];
  const stands = standing(z, [
    [first, from + 1],
    [to - 1, last]
  ]);
  if (!stands) return null;
  const block = Math.max(1, Math.ceil((last - first) / MOST_SAMPLES2));
  const times = new Float64Array(MOST_SAMPLES2);
  const heights = new Float64Array(MOST_SAMPLES2);
  let n = 0;
  let [inBlock, sumT, sumZ] = [0, 0, 0];
  for (let i = first; i < last; i++) {
    const value = z[i];
    if (Number.isNaN(value)) continue;
    sumT += t[i];
    sumZ += value;
    if (++inBlock < block) continue;
    times[n] = sumT / block;
    heights[n++] = sumZ / block - stands.floorM;
    [inBlock, sumT, sumZ] = [0, 0, 0];
  }
  if (n < 5) return null;
  return {
    t: times.subarray(0, n),
    z: heights.subarray(0, n),
    // What lies beyond n was never written.
    zz: heights.reduce((sum, value) => sum + value * value, 0),
    sigma: Math.max(LEAST_NOISE_M, stands.noiseM) / Math.sqrt(block)
  };
}
function normalOf({ t, z, zz }, { height, slope }, lift, land2) {
  const scale2 = 1 / (land2 - lift);
  let hz = 0;
  let hh = 0;
  let ll = 0;
  let ld = 0;
  let dd = 0;
  let lz = 0;
  let lh = 0;
  let dz = 0;
  let dh = 0;
  for (let i = 0; i < t.length; i++) {
    const tau = (t[i] - lift) * scale2;
    if (!(tau > 0 && tau < 1)) continue;
    const k = Math.floor(tau * CELLS2);
    const part = tau * CELLS2 - k;
    const h = height[k] + (height[k + 1] - height[k]) * part;
    const p = (slope[k] + (slope[k + 1] - slope[k]) * part) * scale2;
    const byLift = p * (1 - tau);
    const byLand = p * tau;
    const seen = z[i];
    hz += h * seen;
    hh += h * h;
    ll += byLift * byLift;
    ld += byLift * byLand;
    dd += byLand * byLand;
    lz += byLift * seen;
    lh += byLift * h;
    dz += byLand * seen;
    dh += byLand * h;
  }
  const riseM = hh > 0 ? Math.max(0, hz / hh) : 0;
  const square = riseM * riseM;
  return {
    riseM,
    cost: zz - riseM * hz,
    ll: square * ll,
    ld: square * ld,
    dd: square * dd,
    gl: square * lh - riseM * lz,
    gd: square * dh - riseM * dz
  };
}
function solveRise(heights, shape, start2) {
  let [lift, land2] = start2;
  let here = normalOf(heights, shape, lift, land2);
  let damping = 0.01;
  for (let i = 0; i < ITERATIONS2; i++) {
    const a = here.ll * (1 + damping);
    const c = here.dd * (1 + damping);
    const det2 = a * c - here.ld * here.ld;
    if (!(det2 > 0)) return null;
    const nextLift = lift + (c * here.gl - here.ld * here.gd) / det2;
    const nextLand = land2 + (a * here.gd - here.ld * here.gl) / det2;
    const there = nextLand - nextLift > SHORTEST_S ? normalOf(heights, shape, nextLift, nextLand) : null;
    if (there && there.cost <= here.cost) {
      const gain = here.cost - there.cost;
      lift = nextLift;
      land2 = nextLand;
      here = there;
      damping /= 5;
      if (gain < GAIN * here.cost) break;
    } else damping *= 8;
  }
  const det = here.ll * here.dd - here.ld * here.ld;
  if (!(det > 0)) return null;
  const { sigma } = heights;
  return {
    lift: { timeS: lift, uS: sigma * Math.sqrt(here.dd / det) },
    land: { timeS: land2, uS: sigma * Math.sqrt(here.ll / det) },
    riseM: here.riseM,
    chiSquare: here.cost / sigma ** 2
  };
}
function halfHeights({ t, z }) {
  const smooth2 = z.map((value, i) => (value + (z[i - 1] ?? value) + (z[i + 1] ?? value)) / 3);
  const top = smooth2.reduce((most, value) => Math.max(most, value), -Infinity);
  const first = smooth2.findIndex((value) => value > top / 2);
  const last = smooth2.findLastIndex((value) => value > top / 2);
  const [a, b] = [t[first], t[last]];
  const beside = Math.max(SHORTEST_S, (b - a) / 4);
  return [a - beside, b + beside];
}
function momentsByHeight(signal, from, to) {
  const nothing = { lift: null, land: null };
  const { z, stepS } = signal;
  if (!z || to - from < 5) return nothing;
  const heights = heightsOf(signal, z, from, to);
  if (!heights) return nothing;
  let start2 = halfHeights(heights);
  const fits = SHAPES.flatMap((shape) => {
    const fit2 = solveRise(heights, shape, start2);
    if (!fit2) return [];
    start2 = [fit2.lift.timeS, fit2.land.timeS];
    return [{ ...fit2, logPrior: shape.logPrior }];
  });
  const best = fits.reduce((least, { chiSquare }) => Math.min(least, chiSquare), Infinity);
  const flat = heights.zz / heights.sigma ** 2;
  if (!(flat - best > WORTH_CHI)) return nothing;
  const scale2 = Math.max(1, best / Math.max(1, heights.t.length - 4));
  const weights = fits.map(
    ({ chiSquare, lift, land: land2, logPrior }) => Math.exp(logPrior - (chiSquare - best) / (2 * scale2)) * Math.sqrt(lift.uS * land2.uS)
  );
  const total = weights.reduce((a, b) => a + b, 0);
  let [riseM, airS] = [0, 0];
  fits.forEach((fit2, i) => {
    riseM += weights[i] * fit2.riseM / total;
    airS += weights[i] * (fit2.land.timeS - fit2.lift.timeS) / total;
  });
  if (!(total > 0) || riseM < LEAST_RISE_M) return nothing;
  const moment = (side) => {
    let sum = 0;
    let squares = 0;
    const firstS2 = fits[0][side].timeS;
    fits.forEach((fit2, i) => {
      const offS = fit2[side].timeS - firstS2;
      sum += weights[i] * offS / total;
      squares += weights[i] * (offS * offS + scale2 * fit2[side].uS ** 2) / total;
    });
    const timeS = firstS2 + sum;
    const spread2 = Math.max(0, squares - sum * sum);
    return {
      timeS,
      uS: Math.hypot(Math.sqrt(spread2), HEIGHT_U_S, COURSE_U_SHARE2 * airS, stepS / 2)
    };
  };
  return { lift: moment("lift"), land: moment("land") };
}

// core/src/detection/hops.ts
var SHARED = 0.6;
var RISE_M = 0.03;
function riseBetween(timeS, { z }, fromS, toS) {
  if (!z) return null;
  const stride = Math.max(1, Math.floor(z.length / 2e3));
  const floorM = medianOf(z.filter((value, i) => i % stride === 0 && !Number.isNaN(value)));
  let topM = 0;
  for (let i = indexBefore(timeS, fromS); i < z.length && timeS[i] <= toS; i++)
    if (z[i] - floorM > topM) topM = z[i] - floorM;
  return topM;
}
function withHops(timeS, feet2, events) {
  const named = [...events];
  for (let i = 1; i < named.length; i++) {
    const [a, b] = [named[i - 1], named[i]];
    if (a.foot === b.foot) continue;
    const sharedS = Math.min(a.landS, b.landS) - Math.max(a.liftS, b.liftS);
    if (sharedS < SHARED * Math.min(a.landS - a.liftS, b.landS - b.liftS) || sharedS <= 0) continue;
    const rises = [a, b].map((one) => riseBetween(timeS, feet2[one.foot], one.liftS, one.landS) ?? 0);
    if (Math.min(...rises) < RISE_M) continue;
    named[i - 1] = { ...a, how: "hop" };
    named[i] = { ...b, how: "hop" };
  }
  return named;
}

// core/src/detection/excursions.ts
var RAISED_M = 0.2;
var DOWN_M = 0.015;
var DOWN_SIGMAS = 4;
var LOOKED_AT = 3e3;
var LONGEST_S = 3;
var SAME_PLACE_M2 = 0.08;
var OUT_AT_LEAST_M = 0.2;
var excursionsOf = (signal, runs) => signal.z ? byHeight(signal, signal.z) : byReturn(signal, runs);
function outOf({ x, y }, from, to) {
  const home = { x: x[from], y: y[from] };
  let outM = 0;
  for (let i = from; i < to; i++) outM = Math.max(outM, distanceM(home, { x: x[i], y: y[i] }));
  return outM;
}
function byHeight(signal, z) {
  const { t } = signal;
  const stride = Math.max(1, Math.floor(z.length / LOOKED_AT));
  const known = z.filter((value, i) => i % stride === 0 && !Number.isNaN(value));
  if (known.length === 0) return [];
  const floorM = medianOf(known);
  const top = z.reduce((most, value) => value > most ? value : most, -Infinity);
  if (top - floorM <= RAISED_M) return [];
  const noiseM = medianOf(known.map((value) => Math.abs(value - floorM))) / 0.6745;
  const downM = Math.max(DOWN_M, DOWN_SIGMAS * noiseM);
  const found = [];
  let from = -1;
  let topM = 0;
  const close = (to) => {
    const [fromS, toS] = [t[from] ?? NaN, t[to]];
    if (topM > RAISED_M && toS - fromS < LONGEST_S)
      found.push({ fromS, toS, topM, outM: outOf(signal, from, to) });
    from = -1;
    topM = 0;
  };
  for (const [i, value] of z.entries()) {
    const height = value - floorM;
    if (Number.isNaN(height)) continue;
    if (height > downM) {
      if (from < 0) from = Math.max(0, i - 1);
      topM = Math.max(topM, height);
    } else if (from >= 0) close(i);
  }
  if (from >= 0) close(t.length - 1);
  return found;
}
function byReturn(signal, runs) {
  const { t } = signal;
  return runs.flatMap((run, i) => {
    const before = place(signal, runs[i - 1]?.to ?? 0, run.from, "late");
    const after = place(signal, run.to, runs[i + 1]?.from ?? t.length, "early");
    if (!before || !after || distanceM(before, after) > SAME_PLACE_M2) return [];
    const outM = outOf(signal, run.from, run.to);
    if (outM < OUT_AT_LEAST_M) return [];
    return [{ fromS: t[run.from], toS: t[run.to - 1], topM: null, outM }];
  });
}
function withoutExcursions(signal, excursions2) {
  if (excursions2.length === 0) return signal;
  const { t } = signal;
  const kept = [];
  let next = 0;
  for (const [i, at] of t.entries()) {
    while ((excursions2[next]?.toS ?? Infinity) < at) next++;
    if (at < (excursions2[next]?.fromS ?? Infinity)) kept.push(i);
  }
  const pick2 = (values) => Float64Array.from(kept, (i) => values[i]);
  return {
    ...signal,
    t: pick2(t),
    x: pick2(signal.x),
    y: pick2(signal.y),
    heading: signal.heading && pick2(signal.heading),
    z: signal.z && pick2(signal.z)
  };
}
var STANDS_M = 0.012;
var STANDS_SIGMAS = 4;
var CAME_DOWN_S = 0.06;
function partedByStands({ t, x, y, noiseM }, runs, excursions2) {
  const stands = excursions2.flatMap(({ toS, topM }) => {
    const from = indexBefore(t, toS) + 1;
    const early = indexBefore(t, toS + CAME_DOWN_S) + 1;
    if (topM === null || early - from < 3) return [];
    const mean2 = (values) => values.subarray(from, early).reduce((a, b) => a + b, 0) / (early - from);
    const home = { x: mean2(x), y: mean2(y) };
    const nearM = Math.max(STANDS_M, STANDS_SIGMAS * noiseM);
    let to = from;
    while (to < t.length && distanceM(home, { x: x[to] ?? NaN, y: y[to] ?? NaN }) <= nearM) to++;
    return to >= early ? [{ from, to }] : [];
  });
  return stands.reduce((parted, stand) => parted.flatMap((run) => without(run, stand)), [...runs]);
}
function without(run, stand) {
  const isInside = run.from >= stand.from && run.to <= stand.to;
  if (isInside || run.to <= stand.from || run.from >= stand.to) return [run];
  return [
    { from: run.from, to: stand.from },
    { from: stand.to, to: run.to }
  ].filter(({ from, to }) => to > from);
}

// core/src/detection/segment.ts
var SLOWEST_FLIGHT_M_S = 0.1;
var SIGMAS = 4;
var HALF_WINDOWS_S = [0.05, 0.08, 0.12, 0.18, 0.25];
var SPEED_NOISE_GOAL_M_S = 0.05;
var HOLE_S = 0.08;
var BESIDE_HOLE_S = 0.05;
var SAME_OVER_HOLE_M = 0.02;
var SHORTEST_PLANT_S = 0.045;
var QUIET_QUANTILE = 0.35;
var QUIET_SIGMAS = Math.sqrt(-2 * Math.log(1 - QUIET_QUANTILE));
var QUIET_SAMPLES = 6e3;
function movingRuns(signal) {
  const { t, stepS } = signal;
  const { speeds, threshold } = speedsOf(signal);
  const runs = [];
  const mark = (from, to) => {
    const last = runs.at(-1);
    if (last && (from <= last.to || t[from] - t[last.to - 1] < SHORTEST_PLANT_S)) {
      last.to = Math.max(last.to, to);
    } else runs.push({ from, to });
  };
  for (let i = 0; i < t.length; i++) {
    if (speeds[i] > threshold) mark(i, i + 1);
    const isHole = i > 0 && t[i] - t[i - 1] > Math.max(HOLE_S, 2.5 * stepS);
    if (isHole && movesOver(signal, i)) mark(i - 1, i + 1);
  }
  return widened(signal, runs, speeds);
}
var LONG_STAND_S = 0.9;
var SLOW_HALF_S = 0.18;
var SLOW_M_S = 0.05;
var SLOW_STRIDE = 3;
function withSlowRuns(signal, runs) {
  const noise = expectedNoise(signal, SLOW_HALF_S) * Math.sqrt(signal.samplesForOne);
  const threshold = Math.max(SLOW_M_S, SIGMAS * noise);
  const found = plantedBetween(runs, signal.t.length).flatMap(
    (stand) => slowRunsIn(signal, stand, threshold)
  );
  return found.length === 0 ? [...runs] : [...runs, ...found].toSorted((a, b) => a.from - b.from);
}
function slowRunsIn(signal, stand, threshold) {
  const timeOf = (i) => signal.t[i] ?? NaN;
  const [fromS, toS] = [timeOf(stand.from) + SLOW_HALF_S, timeOf(stand.to - 1) - SLOW_HALF_S];
  if (toS - fromS < LONG_STAND_S - 2 * SLOW_HALF_S) return [];
  const slow = [];
  const speedAround = speedsAround(signal, SLOW_HALF_S);
  for (let i = indexBefore(signal.t, fromS) + 1; timeOf(i) < toS; i += SLOW_STRIDE) {
    if (speedAround(i) <= threshold) continue;
    const last = slow.at(-1);
    if (last && i - last.to < 2 * SLOW_STRIDE) last.to = i + 1;
    else slow.push({ from: i, to: i + 1 });
  }
  return slow;
}
function speedsAround({ t, x, y }, halfS) {
  const line = slidingLine(t, x, y);
  return (i) => {
    const atS = t[i] ?? NaN;
    return line(indexBefore(t, atS - halfS), indexBefore(t, atS + halfS) + 1);
  };
}
var SLOW_PEAK_M_S = 0.3;
var WIDEN_S = 0.45;
var WIDE_HALF_S = 0.12;
var CREEPING_M_S = 0.025;
var CREEPING_SIGMAS = 3;
function widened(signal, runs, speeds) {
  const timeOf = (i) => signal.t[i] ?? NaN;
  const threshold = Math.max(CREEPING_M_S, CREEPING_SIGMAS * expectedNoise(signal, WIDE_HALF_S));
  const speedAround = speedsAround(signal, WIDE_HALF_S);
  const creeps = (i) => speedAround(i) > threshold;
  return runs.map((run, k) => {
    const top = speeds.subarray(run.from, run.to).reduce((most, speed2) => Math.max(most, speed2), 0);
    if (top > SLOW_PEAK_M_S) return run;
    const earliest = ((runs[k - 1]?.to ?? 0) + run.from) / 2;
    const latest2 = (run.to + (runs[k + 1]?.from ?? signal.t.length)) / 2;
    let { from, to } = run;
    while (from > earliest && timeOf(run.from) - timeOf(from) < WIDEN_S && creeps(from)) from--;
    while (to < latest2 && timeOf(to - 1) - timeOf(run.to - 1) < WIDEN_S && creeps(to - 1)) to++;
    return { from, to };
  });
}
function movesOver({ t, x, y, noiseM }, after) {
  const mean2 = (from, step2) => {
    let [n, sx, sy] = [0, 0, 0];
    for (let i = from; i >= 0 && i < t.length && Math.abs(t[i] - t[from]) <= BESIDE_HOLE_S; i += step2) {
      n++;
      sx += x[i];
      sy += y[i];
    }
    return { n, x: sx / n, y: sy / n };
  };
  const [a, b] = [mean2(after - 1, -1), mean2(after, 1)];
  const limitM = Math.max(SAME_OVER_HOLE_M, SIGMAS * noiseM * Math.sqrt(1 / a.n + 1 / b.n));
  return lengthOf(b.x - a.x, b.y - a.y) > limitM;
}
function speedsOf(signal) {
  let speeds = new Float64Array(0);
  let noise = 0;
  for (const halfS of HALF_WINDOWS_S) {
    const isLast = halfS === HALF_WINDOWS_S.at(-1);
    if (!isLast && expectedNoise(signal, halfS) > SURELY_TOO_NOISY * SPEED_NOISE_GOAL_M_S) continue;
    speeds = slopes(signal, halfS + 1e-9);
    noise = quietNoise(speeds);
    if (noise < SPEED_NOISE_GOAL_M_S) break;
  }
  return { speeds, threshold: Math.max(SLOWEST_FLIGHT_M_S, SIGMAS * noise) };
}
var SURELY_TOO_NOISY = 0.9;
function expectedNoise({ noiseM, stepS }, halfS) {
  const n = Math.max(2, 2 * halfS / stepS + 1);
  return noiseM * Math.sqrt(12 / n ** 3) / stepS;
}
function quietNoise(speeds) {
  const stride = Math.max(1, Math.floor(speeds.length / QUIET_SAMPLES));
  const some = Float64Array.from(
    { length: Math.ceil(speeds.length / stride) },
    (_, i) => speeds[i * stride] ?? NaN
  ).sort();
  return (some[Math.floor(QUIET_QUANTILE * some.length)] ?? 0) / QUIET_SIGMAS;
}
function slopes({ t, x, y }, half) {
  const n = t.length;
  const speeds = new Float64Array(n);
  let low = 0;
  let high = 0;
  const line = slidingLine(t, x, y);
  for (let i = 0; i < n; i++) {
    const fromS = Math.max(t[0], Math.min(t[i] - half, t[n - 1] - 2 * half));
    while (low < i && t[low] < fromS) low++;
    while (high < n && t[high] <= fromS + 2 * half) high++;
    speeds[i] = line(Math.max(0, Math.min(low, i - 1)), Math.min(n, Math.max(high, i + 2)));
  }
  return speeds;
}
var lengthOf = (x, y) => Math.sqrt(x * x + y * y);
var CARRIED_AT_MOST = 4;
var SUMMED_ANEW = 256;
var [T, X, Y, TT, TX, TY] = [0, 1, 2, 3, 4, 5];
function slidingLine(t, x, y) {
  let first = 0;
  let last = 0;
  let steps3 = 0;
  let origin = 0;
  const sums2 = new Float64Array(6);
  const of = (k) => sums2[k] ?? NaN;
  const add2 = (k, more) => {
    sums2[k] = of(k) + more;
  };
  const put = (i, sign) => {
    const dt = t[i] - t[origin];
    const dx = x[i] - x[origin];
    const dy = y[i] - y[origin];
    add2(T, sign * dt);
    add2(X, sign * dx);
    add2(Y, sign * dy);
    add2(TT, sign * dt * dt);
    add2(TX, sign * dt * dx);
    add2(TY, sign * dt * dy);
  };
  return (from, to) => {
    const goesOn = from >= first && to >= last && from < last;
    const isNear = goesOn && from - first <= CARRIED_AT_MOST && to - last <= CARRIED_AT_MOST;
    if (isNear && steps3 < SUMMED_ANEW) steps3++;
    else {
      sums2.fill(0);
      first = from;
      last = from;
      origin = from;
      steps3 = 0;
    }
    while (last < to) put(last++, 1);
    while (first < from) put(first++, -1);
    const count3 = to - from;
    const perCount = of(T) / count3;
    const tt = of(TT) - of(T) * perCount;
    return tt <= 0 ? 0 : lengthOf(of(TX) - of(X) * perCount, of(TY) - of(Y) * perCount) / tt;
  };
}
function plantedBetween(runs, samples) {
  const ends = [...runs.map((run) => run.from), samples];
  return ends.flatMap((to, i) => {
    const from = runs[i - 1]?.to ?? 0;
    return to > from ? [{ from, to }] : [];
  });
}

// core/src/detection/signal.ts
var MOST_HZ = 220;
var NOISE_SAMPLES = 4e3;
var SECOND_DIFFERENCE = Math.sqrt(6);
var MAD_TO_SD = 1 / 0.6745;
var SPIKE_SIGMAS = 6;
var SPIKE_AT_LEAST_M = 0.05;
function footSignal(timeS, foot, rateHz) {
  const block = Math.max(1, Math.round(rateHz / MOST_HZ));
  const raw = block === 1 ? compact(timeS, foot) : averaged(timeS, foot, block);
  const noiseM = noiseOf(raw.x, raw.y);
  const kept = withoutSpikes(raw, Math.max(SPIKE_AT_LEAST_M, SPIKE_SIGMAS * noiseM));
  return { ...kept, noiseM, samplesForOne: 1, slowM: 0, stepS: block / rateHz };
}
function columnsOf(length2, foot) {
  return {
    t: new Float64Array(length2),
    x: new Float64Array(length2),
    y: new Float64Array(length2),
    heading: foot.headingDeg ? new Float64Array(length2) : null,
    z: foot.z ? new Float64Array(length2) : null
  };
}
function shorten(columns, length2) {
  return {
    t: columns.t.subarray(0, length2),
    x: columns.x.subarray(0, length2),
    y: columns.y.subarray(0, length2),
    heading: columns.heading?.subarray(0, length2) ?? null,
    z: columns.z?.subarray(0, length2) ?? null
  };
}
function compact(timeS, foot) {
  const out = columnsOf(timeS.length, foot);
  let n = 0;
  for (let i = 0; i < timeS.length; i++) {
    if (Number.isNaN(foot.x[i]) || Number.isNaN(foot.y[i])) continue;
    out.t[n] = timeS[i];
    out.x[n] = foot.x[i];
    out.y[n] = foot.y[i];
    if (out.heading) out.heading[n] = foot.headingDeg[i];
    if (out.z) out.z[n] = foot.z[i];
    n++;
  }
  return shorten(out, n);
}
function averaged(timeS, foot, block) {
  const out = columnsOf(Math.ceil(timeS.length / block), foot);
  let n = 0;
  for (let from = 0; from < timeS.length; from += block) {
    let count3 = 0;
    let t = 0;
    let x = 0;
    let y = 0;
    let heading = NaN;
    let z = NaN;
    for (let i = from; i < Math.min(timeS.length, from + block); i++) {
      if (Number.isNaN(foot.x[i]) || Number.isNaN(foot.y[i])) continue;
      count3++;
      t += timeS[i];
      x += foot.x[i];
      y += foot.y[i];
      if (out.heading && !Number.isNaN(foot.headingDeg[i])) heading = foot.headingDeg[i];
      if (out.z && !Number.isNaN(foot.z[i])) z = foot.z[i];
    }
    if (count3 === 0) continue;
    out.t[n] = t / count3;
    out.x[n] = x / count3;
    out.y[n] = y / count3;
    if (out.heading) out.heading[n] = heading;
    if (out.z) out.z[n] = z;
    n++;
  }
  return shorten(out, n);
}
function noiseOf(x, y) {
  const stride = Math.max(1, Math.floor(2 * x.length / NOISE_SAMPLES));
  const size = [];
  for (const values of [x, y]) {
    for (let i = 1; i < values.length - 1; i += stride) {
      size.push(Math.abs(values[i - 1] - 2 * values[i] + values[i + 1]));
    }
  }
  const mad = medianOf(size);
  return Number.isNaN(mad) ? 0 : mad * MAD_TO_SD / SECOND_DIFFERENCE;
}
function isSpike(values, i, limitM) {
  const value = values[i];
  const jumps = Math.abs(value - values[i - 1]) > limitM || Math.abs(value - values[i + 1]) > limitM;
  return jumps && Math.abs(value - medianOf(values.subarray(i - 2, i + 3))) > limitM;
}
function withoutSpikes(raw, limitM) {
  const length2 = raw.t.length;
  const out = {
    t: new Float64Array(length2),
    x: new Float64Array(length2),
    y: new Float64Array(length2),
    heading: raw.heading && new Float64Array(length2),
    z: raw.z && new Float64Array(length2)
  };
  let n = 0;
  for (let i = 0; i < raw.t.length; i++) {
    const inner = i >= 2 && i < raw.t.length - 2;
    const spike = inner && (isSpike(raw.x, i, limitM) || isSpike(raw.y, i, limitM));
    if (spike) continue;
    out.t[n] = raw.t[i];
    out.x[n] = raw.x[i];
    out.y[n] = raw.y[i];
    if (out.heading) out.heading[n] = raw.heading[i];
    if (out.z) out.z[n] = raw.z[i];
    n++;
  }
  return shorten(out, n);
}
function spreadOf({ x, y }, from, to) {
  const off = [];
  for (const values of [x, y]) {
    const middle = medianOf(values.subarray(from, to));
    for (let i = from; i < to; i++) off.push(Math.abs(values[i] - middle));
  }
  return medianOf(off);
}
function wanderOf({ x, y }, from, to) {
  const size = Math.floor((to - from) / PARTS2);
  let sum = 0;
  for (const values of [x, y]) {
    const means = Array.from({ length: PARTS2 }, (_, part) => {
      let total = 0;
      for (let i = from + part * size; i < from + (part + 1) * size; i++) total += values[i];
      return total / size;
    });
    const middle = means.reduce((a, b) => a + b) / PARTS2;
    for (const mean2 of means) sum += (mean2 - middle) ** 2 / (2 * (PARTS2 - 1));
  }
  return sum * size;
}
var PIECE_S = 0.8;
var PIECE_SAMPLES = 8;
var MOST_PIECES = 200;
var PARTS2 = 4;
var MEDIAN_OF_WANDER = 0.891;
var WORTH_A_LONGER_MEMORY = 2;
var PLANT_EDGE_S = 0.04;
var MOST_SAMPLES_FOR_ONE = 30;
var MOST_HIDDEN = 3;
var LONG_MEMORY = 3;
var LONG_MEMORY_S = 0.11;
var SLOW_SHARE = 1.2;
var WORTH_A_SECOND_LOOK = 1.15;
function withPlantedNoise(signal, planted) {
  const { t, noiseM } = signal;
  const spreads = [];
  const wanders = [];
  const each = Math.max(1, Math.floor((t.at(-1) - t[0]) / PIECE_S / MOST_PIECES));
  for (const [n, { from, to }] of planted.entries()) {
    if (n % each > 0 && planted.length > MOST_PIECES) continue;
    let [first, last] = [from, to];
    while (first < to && t[first] - t[from] < PLANT_EDGE_S) first++;
    while (last > first && t[to - 1] - t[last - 1] < PLANT_EDGE_S) last--;
    for (let a = first; a < last; ) {
      let b = a + 1;
      while (b < last && (t[b] - t[a] < PIECE_S || b - a < PIECE_SAMPLES)) b++;
      if (b - a >= PIECE_SAMPLES) {
        spreads.push(spreadOf(signal, a, b));
        wanders.push(wanderOf(signal, a, b));
      }
      a = b;
    }
  }
  const seenM = medianOf(spreads) * MAD_TO_SD;
  const shownM = seenM > WORTH_A_SECOND_LOOK * noiseM ? Math.min(seenM, MOST_HIDDEN * noiseM) : noiseM;
  const forOne = medianOf(wanders) / MEDIAN_OF_WANDER / (shownM * shownM);
  const samplesForOne = forOne > WORTH_A_LONGER_MEMORY ? Math.min(MOST_SAMPLES_FOR_ONE, forOne) : 1;
  const isSlow = samplesForOne > LONG_MEMORY && samplesForOne * signal.stepS > LONG_MEMORY_S;
  return { ...signal, noiseM: shownM, samplesForOne, slowM: isSlow ? SLOW_SHARE * shownM : 0 };
}

// core/src/detection/look.ts
function lookAtFoot(timeS, foot, rateHz) {
  const raw = footSignal(timeS, foot, rateHz);
  const rawRuns = movingRuns(raw);
  const excursions2 = excursionsOf(raw, rawRuns);
  const first = withoutExcursions(raw, excursions2);
  const runs = excursions2.length > 0 ? movingRuns(first) : rawRuns;
  const signal = withPlantedNoise(first, plantedBetween(runs, first.t.length));
  return { signal, runs: partedByStands(signal, withSlowRuns(signal, runs), excursions2), excursions: excursions2 };
}

// core/src/detection/raises.ts
var STAYS_OUT_S = 0.8;
var BESIDE_S2 = 0.04;
var SPAN_U_S = 0.02;
var joined2 = (out, back) => ({
  ...back,
  how: "raise",
  from: out.from,
  liftS: out.liftS,
  liftUS: out.liftUS,
  headingBeforeDeg: out.headingBeforeDeg
});
function sortRaises(seen, excursions2, stands) {
  const kept = [];
  const raises = [];
  const used = /* @__PURE__ */ new Set();
  const { hasHeight } = seen;
  const excursionsIn = ({ liftS, landS }) => excursions2.filter(({ fromS, toS }) => liftS < toS + BESIDE_S2 && landS > fromS - BESIDE_S2);
  const events = seen.events.filter((event) => excursionsIn(event).length < 2);
  const excursionOf = (event) => excursionsIn(event)[0];
  for (let i = 0; i < events.length; i++) {
    const [event, back] = [events[i], events[i + 1]];
    const excursion = excursionOf(event);
    if (excursion) {
      used.add(excursion);
      const { fromS, toS } = excursion;
      const last = events.findLast((other2) => excursionOf(other2) === excursion) ?? event;
      const times = { liftS: fromS, landS: toS, liftUS: SPAN_U_S, landUS: SPAN_U_S };
      kept.push({ ...joined2(event, last), ...times });
      i = events.indexOf(last);
    } else if (back && !hasHeight && isReturn(event, back) && stands(event.liftS, back.landS)) {
      const outM = distanceM(event.from, event.to);
      raises.push({ event: joined2(event, back), heightM: null, outM, steps: [event, back] });
      i++;
    } else kept.push(event);
  }
  for (const excursion of excursions2)
    if (!used.has(excursion)) raises.push(onTheSpot({ ...seen, events }, excursion));
  return { events: kept, raises };
}
var isReturn = (out, back) => distanceM(out.from, out.to) > OUT_AT_LEAST_M && distanceM(back.to, out.from) < SAME_PLACE_M2 && back.liftS - out.landS < STAYS_OUT_S;
function onTheSpot({ events, start: start2, foot }, { fromS, toS, topM, outM }) {
  const before = events.findLast(({ landS }) => landS <= fromS);
  const at = before?.to ?? start2;
  const headingDeg2 = before?.headingAfterDeg ?? null;
  const event = {
    number: 0,
    foot,
    how: "raise",
    from: at,
    to: at,
    liftS: fromS,
    landS: toS,
    headingBeforeDeg: headingDeg2,
    headingAfterDeg: headingDeg2,
    liftUS: SPAN_U_S,
    landUS: SPAN_U_S,
    placeUM: before?.placeUM ?? 0,
    headingUDeg: before?.headingUDeg ?? 0
  };
  return { event, heightM: topM, outM, steps: [] };
}

// core/src/detection/rest.ts
var SETTLED_AFTER_S = 0.1;
var SETTLED_SHARE = 0.35;
var REST_WINDOW_S = 0.3;
var PLACE_FACTOR = 1.12;
function restBetween(signal, landS, untilS) {
  const restFromS = landS + Math.min(SETTLED_AFTER_S, Math.max(0, SETTLED_SHARE * (untilS - landS)));
  const restToS = Math.min(untilS, restFromS + REST_WINDOW_S);
  const after = meanBetween(signal, restFromS, restToS, 0, signal.t.length);
  if (!after || after.count < 3) return null;
  return {
    endX: after.x,
    endY: after.y,
    restSamples: after.count,
    restDriftM: driftBetween(signal, restFromS, restToS)
  };
}
var restUM = (signal, { restSamples, restDriftM }) => PLACE_FACTOR * Math.hypot(
  signal.noiseM * Math.sqrt(signal.samplesForOne / Math.max(1, restSamples)),
  restDriftM,
  signal.slowM
);
var ELSEWHERE_M = 0.03;
var ELSEWHERE_SIGMAS = 4;
function raisesAtRest(signal, { events, raises }) {
  const all = [...events, ...raises.map(({ event }) => event)].toSorted((a, b) => a.liftS - b.liftS);
  const raiseOf = new Map(raises.map((raise) => [raise.event, raise]));
  const out = { events: [], raises: [] };
  let before;
  all.forEach((seen, i) => {
    const raise = raiseOf.get(seen);
    const wasRaise = before?.how === "raise";
    const from = before && wasRaise ? before.to : seen.from;
    const isSure = seen.how === "raise" && raise?.heightM !== null;
    const event = isSure ? cameDown(signal, { ...seen, from }, before, all[i + 1]) : { ...seen, from };
    if (raise && !(isSure && isElsewhere(event)))
      out.raises.push({ ...raise, event: { ...event, to: from } });
    else out.events.push(event);
    before = raise && !isSure ? before : event;
  });
  return out;
}
var isElsewhere = ({ from, to, placeUM }) => distanceM(from, to) > Math.max(ELSEWHERE_M, ELSEWHERE_SIGMAS * placeUM);
function cameDown(signal, event, before, next) {
  const nextS = next?.liftS ?? Infinity;
  const rest = restBetween(signal, event.landS, nextS);
  const stood = headingBetween(signal, before?.landS ?? -Infinity, event.liftS, "late");
  const turned3 = headingBetween(signal, event.landS, nextS, "early");
  return {
    ...event,
    headingBeforeDeg: stood?.deg ?? event.headingBeforeDeg,
    headingAfterDeg: turned3?.deg ?? event.headingAfterDeg,
    ...rest ? { to: { x: rest.endX, y: rest.endY }, placeUM: restUM(signal, rest) } : {}
  };
}
var DRIFT_BLOCKS = 5;
function driftBetween(signal, fromS, toS) {
  const blockS = (toS - fromS) / DRIFT_BLOCKS;
  const parts = Array.from(
    { length: DRIFT_BLOCKS },
    (_, i) => meanBetween(signal, fromS + i * blockS, fromS + (i + 1) * blockS, 0, signal.t.length)
  ).filter((part) => part !== null);
  const mean2 = (values) => values.reduce((a, b) => a + b, 0) / values.length;
  const [mx, my] = [mean2(parts.map(({ x }) => x)), mean2(parts.map(({ y }) => y))];
  const seen2 = mean2(parts.map(({ x, y }) => ((x - mx) ** 2 + (y - my) ** 2) / 2));
  const noise2 = mean2(
    parts.map(({ count: count3 }) => signal.noiseM ** 2 * Math.min(1, signal.samplesForOne / count3))
  );
  return Math.sqrt(Math.max(0, seen2 - (1 - 1 / DRIFT_BLOCKS) * noise2));
}

// core/src/detection/detect.ts
var REFINED_BESIDE_S = 0.14;
var REFINED_BESIDE_SHARE = 0.3;
var RAISED_BEFORE_S = 0.15;
var UNSEEN_U_S = 6e-3;
function detectFootfalls(track) {
  const rateHz = sampleRateHz(track.timeS);
  const seen = {
    left: lookAtFoot(track.timeS, track.left, rateHz),
    right: lookAtFoot(track.timeS, track.right, rateHz)
  };
  const weighed = { left: weigh2(seen.left), right: weigh2(seen.right) };
  const usual = usualCourses([...weighed.left.weighed, ...weighed.right.weighed].filter(wasSeen));
  const moving = {
    left: observe("left", weighed.left, seen.left.excursions, usual),
    right: observe("right", weighed.right, seen.right.excursions, usual)
  };
  const stands = (foot) => (fromS, toS) => moving[foot].events.every(({ liftS, landS }) => landS < fromS || liftS > toS);
  const sorted = {
    left: sortRaises(
      { ...moving.left, foot: "left", hasHeight: seen.left.signal.z !== null },
      seen.left.excursions,
      stands("right")
    ),
    right: sortRaises(
      { ...moving.right, foot: "right", hasHeight: seen.right.signal.z !== null },
      seen.right.excursions,
      stands("left")
    )
  };
  const rested = {
    left: raisesAtRest(moving.left.signal, sorted.left),
    right: raisesAtRest(moving.right.signal, sorted.right)
  };
  const left = { ...moving.left, events: rested.left.events };
  const right = { ...moving.right, events: rested.right.events };
  const sortedEvents = [...left.events, ...right.events].sort((a, b) => a.liftS - b.liftS);
  const events = withHops(track.timeS, track, sortedEvents).map((event, i) => ({ ...event, number: i + 1 }));
  const samples = 2 * track.timeS.length;
  return {
    rateHz,
    left: { ...left, events: events.filter((event) => event.foot === "left") },
    right: { ...right, events: events.filter((event) => event.foot === "right") },
    events,
    raises: [...rested.left.raises, ...rested.right.raises].sort((a, b) => a.event.liftS - b.event.liftS),
    noiseM: Math.max(seen.left.signal.noiseM, seen.right.signal.noiseM),
    samplesForOne: Math.max(seen.left.signal.samplesForOne, seen.right.signal.samplesForOne),
    missingShare: missing(track) / samples,
    smallestStepM: Math.max(smallestStepM(seen.left.signal), smallestStepM(seen.right.signal))
  };
}
function missing(track) {
  let count3 = 0;
  for (const foot of [track.left, track.right]) {
    for (let i = 0; i < foot.x.length; i++) {
      if (Number.isNaN(foot.x[i]) || Number.isNaN(foot.y[i])) count3++;
    }
  }
  return count3;
}
function weigh2({ signal, runs }) {
  const flights = flightsOf({ signal, runs });
  const first = flights.map((data) => firstFit(projectFlight(signal, data)));
  const usualS = medianOf(first.map((fit2) => fit2.landS - fit2.liftS));
  const refined = flights.map((data, i) => refine2(signal, data, first, i));
  return {
    signal,
    flights: refined,
    weighed: refined.map((data, i) => weighOrBridge(signal, data, usualS, first[i]))
  };
}
var LONG_S = 0.9;
var HALF_STEP_S = 0.14;
var SLOW_CHI = 12;
function firstFit(samples) {
  const { t } = samples;
  const usual = solveFlight(samples, FIRST_SHAPE);
  const [firstS2, lastS2] = [t.at(0) ?? 0, t.at(-1) ?? 0];
  if (lastS2 - firstS2 < LONG_S || usual.landS - usual.liftS < LONG_S) return usual;
  const quick = quickFit(samples);
  const isOutside = usual.liftS < firstS2 || usual.landS > lastS2;
  const scale2 = Math.max(1, usual.chiSquare / t.length);
  return isOutside || quick.chiSquare - usual.chiSquare < SLOW_CHI * scale2 ? quick : usual;
}
var JUMP_BESIDE_S = 0.12;
var JUMP_STEP_S = 0.02;
function quickFit(samples) {
  const atS = changeOf(samples);
  const at = (offS) => flightAt(samples, FIRST_SHAPE, atS + offS - HALF_STEP_S, atS + offS + HALF_STEP_S);
  let best = at(-JUMP_BESIDE_S);
  for (let offS = JUMP_STEP_S - JUMP_BESIDE_S; offS <= JUMP_BESIDE_S; offS += JUMP_STEP_S) {
    const next = at(offS);
    if (next.chiSquare < best.chiSquare) best = next;
  }
  return best;
}
function changeOf({ t, share }) {
  let [sum, least, at] = [0, 0, 0];
  share.forEach((value, i) => {
    if (sum < least) [least, at] = [sum, i];
    sum += 2 * value - 1;
  });
  return t.at(at) ?? 0;
}
var wasSeen = (flight) => "candidates" in flight;
function observe(foot, { signal, flights: seen, weighed }, excursions2, usual) {
  const inTime = inOrder(
    weighed.map(
      (flight, i) => wasSeen(flight) ? overHoles(signal, within2(signal, seen[i], flightTimes(flight, usual))) : flight
    )
  );
  const { flights, times } = withoutSplits(seen, inTime);
  const headingNoiseDeg = headingNoise(signal);
  const events = flights.map((data, i) => {
    const { liftS, landS, liftUS, landUS } = times[i];
    const before2 = headingBetween(signal, times[i - 1]?.landS ?? -Infinity, liftS, "late");
    const after = headingBetween(signal, landS, times[i + 1]?.liftS ?? Infinity, "early");
    return {
      number: i + 1,
      foot,
      how: "step",
      from: { x: data.startX, y: data.startY },
      to: { x: data.endX, y: data.endY },
      liftS,
      landS,
      headingBeforeDeg: before2?.deg ?? null,
      headingAfterDeg: after?.deg ?? null,
      headingUDeg: headingNoiseDeg / Math.sqrt(Math.max(1, after?.samples ?? 1)),
      liftUS,
      landUS,
      placeUM: restUM(signal, data)
    };
  });
  const n = signal.t.length;
  const [raised2] = excursions2;
  const [first] = flights;
  const stoodS = Math.min(times[0]?.liftS ?? Infinity, (raised2?.fromS ?? Infinity) - RAISED_BEFORE_S);
  const before = raised2 && raised2.fromS < (times[0]?.landS ?? Infinity) ? meanBetween(signal, stoodS - PLANT_WINDOW_S, stoodS, 0, n) : null;
  const start2 = before ?? (first ? { x: first.startX, y: first.startY } : place(signal, 0, n, "early") ?? { x: 0, y: 0 });
  return { signal, start: { x: start2.x, y: start2.y }, events, headingNoiseDeg };
}
var NO_STAND_S = 0.03;
var TWO_STEPS_S = 0.9;
var PART_M = 0.045;
var PART_SHARE = 0.35;
function withoutSplits(flights, times) {
  const whole = { flights: [], times: [] };
  const wayM = ({ startX, startY, endX, endY }) => Math.hypot(endX - startX, endY - startY);
  flights.forEach((data, i) => {
    const now = times[i];
    const [last, before] = [whole.flights.at(-1), whole.times.at(-1)];
    if (!now) return;
    const isPart = last !== void 0 && before !== void 0 && now.liftS - before.landS < NO_STAND_S && now.landS - before.liftS < TWO_STEPS_S && Math.min(wayM(last), wayM(data)) < Math.max(PART_M, PART_SHARE * Math.max(wayM(last), wayM(data)));
    if (isPart) {
      const { from, startX, startY } = last;
      whole.flights[whole.flights.length - 1] = { ...data, from, startX, startY };
      whole.times[whole.times.length - 1] = { ...now, liftS: before.liftS, liftUS: before.liftUS };
    } else {
      whole.flights.push(data);
      whole.times.push(now);
    }
  });
  return whole;
}
function inOrder(times) {
  const ordered = [...times];
  for (let i = 1; i < ordered.length; i++) {
    const [before, after] = [ordered[i - 1], ordered[i]];
    const overS = before.landS - after.liftS;
    if (overS <= 0) continue;
    const middle = Math.max((before.landS + after.liftS) / 2, before.liftS);
    ordered[i - 1] = { ...before, landS: middle, landUS: Math.hypot(before.landUS, overS / 2) };
    const landS = Math.max(after.landS, middle);
    ordered[i] = { ...after, liftS: middle, landS, liftUS: Math.hypot(after.liftUS, overS / 2) };
  }
  return ordered;
}
function within2({ t }, { from, to }, times) {
  const [firstS2, lastS2] = [t[from], t[to - 1]];
  const bound = (timeS) => Math.min(Math.max(timeS, firstS2), lastS2);
  const [liftS, landS] = [bound(times.liftS), bound(times.landS)];
  if (liftS === times.liftS && landS === times.landS) return times;
  const openS = (lastS2 - firstS2) / Math.sqrt(12);
  return {
    ...times,
    liftS: Math.min(liftS, landS),
    landS: Math.max(liftS, landS),
    liftUS: liftS === times.liftS ? times.liftUS : openS,
    landUS: landS === times.landS ? times.landUS : openS
  };
}
var HOLE_SHARE = 1.2;
function overHoles({ t, stepS }, times) {
  const openS = (timeS) => {
    const i = indexBefore(t, timeS);
    const holeS = (t[i + 1] ?? timeS) - t[i];
    return holeS > 2.5 * stepS ? HOLE_SHARE * holeS / Math.sqrt(12) : 0;
  };
  const { liftS, landS, liftUS, landUS } = times;
  return {
    ...times,
    liftUS: Math.hypot(liftUS, openS(liftS)),
    landUS: Math.hypot(landUS, openS(landS))
  };
}
function refine2(signal, data, fits, i) {
  const { t } = signal;
  const n = t.length;
  const fit2 = fits[i];
  const plantedSinceS = (fits[i - 1]?.landS ?? -Infinity) + GUARD_S / 3;
  const plantedUntilS = (fits[i + 1]?.liftS ?? Infinity) - GUARD_S / 3;
  const before = meanBetween(signal, Math.max(plantedSinceS, fit2.liftS - PLANT_WINDOW_S), fit2.liftS, 0, n);
  const after = restBetween(signal, fit2.landS, plantedUntilS);
  const besideS = REFINED_BESIDE_S + REFINED_BESIDE_SHARE * (fit2.landS - fit2.liftS);
  const earliestS = Math.max(fit2.liftS - besideS, Math.min(plantedSinceS, fit2.liftS));
  const latestS = Math.min(fit2.landS + besideS, Math.max(plantedUntilS, fit2.landS));
  const from = indexBefore(t, earliestS);
  const to = indexBefore(t, latestS) + 1;
  return {
    ...data,
    ...to - from > 3 ? { from, to } : {},
    ...before && before.count >= 3 && plantedSinceS < fit2.liftS ? { startX: before.x, startY: before.y } : {},
    ...after && plantedUntilS > fit2.landS ? after : {}
  };
}
function weighOrBridge(signal, data, usualS, near) {
  const samples = projectFlight(signal, data);
  const fit2 = solveFlight(samples, FIRST_SHAPE, near);
  const hole = widestHole(signal.t, data);
  const holeS = hole.toS - hole.fromS;
  if (fit2.usedSamples >= 2 || holeS <= 2.5 * signal.stepS) {
    const wayM = Math.hypot(data.endX - data.startX, data.endY - data.startY);
    const byHeight2 = momentsByHeight(signal, data.from, data.to);
    return weighFlight(samples, wayM, signal.samplesForOne, fit2, byHeight2);
  }
  const middle = (hole.fromS + hole.toS) / 2;
  const half = Math.min(Number.isNaN(usualS) ? 0.15 : usualS / 2, holeS / 2);
  const uS = Math.max(UNSEEN_U_S, holeS / 2 / Math.sqrt(3));
  return {
    liftS: middle - half,
    landS: middle + half,
    liftUS: uS,
    landUS: uS,
    usedSamples: fit2.usedSamples,
    misfit: 1
  };
}
function widestHole(t, data) {
  let widest = { fromS: t[data.from], toS: t[data.from] };
  for (let i = data.from + 1; i < data.to; i++) {
    if (t[i] - t[i - 1] > widest.toS - widest.fromS) widest = { fromS: t[i - 1], toS: t[i] };
  }
  return widest;
}

// core/src/detection/bounces.ts
var LEAST_M = 4e-3;
var SIGMAS2 = 10;
var MEAN_S = 0.06;
var UP = 0.65;
var DOWN2 = 0.25;
var EVERY_S2 = 0.01;
var TAIL = 0.08;
var SECOND_DIFFERENCE2 = Math.sqrt(6);
var MAD_TO_SD2 = 1 / 0.6745;
function noiseOf2(z) {
  const second = new Float64Array(Math.max(0, z.length - 2));
  for (let i = 0; i < second.length; i++)
    second[i] = Math.abs((z[i] ?? NaN) - 2 * (z[i + 1] ?? NaN) + (z[i + 2] ?? NaN));
  return medianOf(second.filter((value) => !Number.isNaN(value))) * MAD_TO_SD2 / SECOND_DIFFERENCE2;
}
function meanAt({ t, z }, timeS) {
  if (!z) return NaN;
  let [sum, n] = [0, 0];
  for (let i = indexBefore(t, timeS - MEAN_S / 2); i < t.length && (t[i] ?? Infinity) <= timeS + MEAN_S / 2; i++) {
    const value = z[i] ?? NaN;
    if (Number.isNaN(value) || (t[i] ?? 0) < timeS - MEAN_S / 2) continue;
    sum += value;
    n++;
  }
  return n === 0 ? NaN : sum / n;
}
function bouncesBetween({ left, right }, fromS, toS) {
  const heights = [];
  for (let timeS = fromS; timeS <= toS; timeS += EVERY_S2) {
    const height = (meanAt(left.signal, timeS) + meanAt(right.signal, timeS)) / 2;
    if (Number.isNaN(height)) return null;
    heights.push(height);
  }
  const sorted = heights.toSorted((a, b) => a - b);
  const at = (share) => sorted[Math.floor(share * (sorted.length - 1))] ?? NaN;
  const [low, high] = [at(TAIL), at(1 - TAIL)];
  const noise = ({ z, t, stepS }) => {
    const own = z?.subarray(indexBefore(t, fromS), indexBefore(t, toS) + 1);
    return own ? noiseOf2(own) / Math.sqrt(Math.max(1, MEAN_S / stepS)) : NaN;
  };
  const sigmaM = Math.hypot(noise(left.signal), noise(right.signal)) / 2;
  if (!(high - low > Math.max(LEAST_M, SIGMAS2 * sigmaM))) return null;
  let [count3, isUp] = [0, false];
  for (const height of heights) {
    const share = (height - low) / (high - low);
    if (!isUp && share > UP) count3++;
    isUp = share > UP || isUp && share > DOWN2;
  }
  return count3;
}

// core/src/detection/stretches.ts
var EDGE_S = 0.03;
function stretchesOf({ events, signal }) {
  const [firstS2, lastS2] = [signal.t[0] ?? 0, signal.t.at(-1) ?? 0];
  return [void 0, ...events].map((before, i) => ({
    fromS: before ? before.landS + EDGE_S : firstS2,
    toS: (events[i]?.liftS ?? lastS2 + EDGE_S) - EDGE_S,
    before
  }));
}

// core/src/detection/lifts.ts
var LEAST_RISE_M2 = 0.02;
var SIGMAS3 = 6;
var MEANS_S = [0.04, 0.1];
var SHORTEST_S2 = 0.04;
var DOWN_SHARE = 0.25;
var TIME_U_S = 0.03;
var LEAST_SAMPLES = 8;
var APART_S = 0.1;
var LEAST_STEP_M = 5e-3;
function heightsIn({ signal }, { fromS, toS }, meanS) {
  const [from, to] = [indexBefore(signal.t, fromS), indexBefore(signal.t, toS) + 1];
  const raw = signal.z?.subarray(from, to);
  const known = raw?.filter((value) => !Number.isNaN(value));
  if (!raw || !known || known.length < LEAST_SAMPLES) return null;
  const floorM = medianOf(known);
  const sigmaM = medianOf(known.map((value) => Math.abs(value - floorM))) / 0.6745;
  const half = Math.round(meanS / signal.stepS / 2);
  const z = raw.map((_, i) => {
    const near = raw.subarray(Math.max(0, i - half), i + half + 1).filter((value) => !Number.isNaN(value));
    return near.length === 0 ? 0 : near.reduce((a, b) => a + b, 0) / near.length - floorM;
  });
  const leastM = Math.max(LEAST_RISE_M2, SIGMAS3 * sigmaM / Math.sqrt(1 + 2 * half));
  return { t: signal.t.subarray(from, to), z, leastM };
}
function liftsOf(foot, stretch) {
  const found = [];
  for (const meanS of MEANS_S) {
    const heights = heightsIn(foot, stretch, meanS);
    const apart = (one) => found.every(({ liftS, landS }) => one.landS < liftS || one.liftS > landS);
    if (heights) found.push(...liftsIn(heights).filter(apart));
  }
  return found.toSorted((a, b) => a.liftS - b.liftS);
}
function liftsIn({ t, z, leastM }) {
  const found = [];
  for (let i = 0; i < z.length; i++) {
    if ((z[i] ?? 0) < leastM) continue;
    let [first, last, topM] = [i, i, 0];
    while (last + 1 < z.length && (z[last + 1] ?? 0) >= DOWN_SHARE * topM) {
      topM = Math.max(topM, z[last] ?? 0, z[last + 1] ?? 0);
      last++;
    }
    while (first > 0 && (z[first - 1] ?? 0) >= DOWN_SHARE * topM) first--;
    const [liftS, landS] = [t[first] ?? NaN, t[last] ?? NaN];
    if (landS - liftS >= SHORTEST_S2) found.push({ liftS, landS, topM });
    i = last;
  }
  return found;
}
function smallLifts(detection) {
  const of = (foot) => stretchesOf(detection[foot]).flatMap((stretch) => {
    const { before } = stretch;
    const { signal } = detection[foot];
    const stood = before?.to ?? detection[foot].start;
    const headingDeg2 = before?.headingAfterDeg ?? null;
    const known = detection.raises.filter(({ event }) => event.foot === foot);
    return liftsOf(detection[foot], stretch).filter(({ liftS, landS }) => liftS > stretch.fromS + APART_S && landS < stretch.toS - APART_S).filter(({ liftS, landS }) => known.every(({ event }) => event.landS < liftS || event.liftS > landS)).map(({ liftS, landS, topM }) => {
      const rest = restBetween(signal, landS, stretch.toS);
      const earliestS = Math.max(stretch.fromS, liftS - PLANT_WINDOW_S);
      const from = meanBetween(signal, earliestS, liftS, 0, signal.t.length) ?? stood;
      const to = rest ? { x: rest.endX, y: rest.endY } : stood;
      const placeUM = rest ? restUM(signal, rest) : signal.noiseM;
      const how = distanceM(from, to) > SIGMAS3 * placeUM + LEAST_STEP_M ? "step" : "raise";
      const event = {
        number: 0,
        foot,
        how,
        from: { x: from.x, y: from.y },
        to,
        liftS,
        landS,
        headingBeforeDeg: headingBetween(signal, stretch.fromS, liftS, "late")?.deg ?? headingDeg2,
        headingAfterDeg: headingBetween(signal, landS, stretch.toS, "early")?.deg ?? headingDeg2,
        liftUS: TIME_U_S,
        landUS: TIME_U_S,
        placeUM,
        headingUDeg: before?.headingUDeg ?? detection[foot].headingNoiseDeg
      };
      return { event, heightM: topM, outM: distanceM(from, to), steps: [] };
    });
  });
  return [...of("left"), ...of("right")].toSorted((a, b) => a.event.liftS - b.event.liftS);
}
var numbered = (events) => events.toSorted((a, b) => a.liftS - b.liftS).map((event, i) => ({ ...event, number: i + 1 }));
function withoutRaises(detection) {
  const events = numbered([...detection.events, ...detection.raises.flatMap(({ steps: steps3 }) => steps3)]);
  return { ...detection, events, raises: detection.raises.filter(({ steps: steps3 }) => steps3.length === 0) };
}
function withRaises(detection) {
  const isSure = ({ heightM }) => heightM !== null;
  const raised2 = [...detection.raises.filter(isSure), ...smallLifts(detection)];
  const events = numbered([...detection.events, ...raised2.map(({ event }) => event)]);
  return { ...detection, events, raises: detection.raises.filter((raise) => !isSure(raise)) };
}

// core/src/detection/turns.ts
var TURNING_DEG_S = 30;
var SIGMAS4 = 4;
var HALF_S = 0.1;
var LEAST_TURN_DEG2 = 8;
var SHORTEST_S3 = 0.06;
var PAUSE_S = 0.12;
var TIME_U_S2 = 0.04;
function turningIn(foot, { fromS, toS }) {
  const { signal, headingNoiseDeg } = foot;
  const inWindow = Math.max(1, HALF_S / signal.stepS);
  const noiseDegS = headingNoiseDeg * Math.sqrt(2 / inWindow) / HALF_S;
  const fastDegS = Math.max(TURNING_DEG_S, SIGMAS4 * noiseDegS);
  const stepS = Math.max(HALF_S / 4, signal.stepS);
  const found = [];
  for (let t = fromS; t < toS; t += stepS) {
    const earlier = headingBetween(signal, Math.max(fromS, t - HALF_S), t, "late");
    const later = headingBetween(signal, t, Math.min(toS, t + HALF_S), "early");
    if (!earlier || !later) continue;
    if (Math.abs(wrapDeg(later.deg - earlier.deg)) / HALF_S < fastDegS) continue;
    const last = found.at(-1);
    if (last && t - last.toS < PAUSE_S) last.toS = t;
    else found.push({ fromS: t, toS: t });
  }
  return found.map((one) => {
    if (one.toS - one.fromS < SHORTEST_S3)
      return { fromS: Math.max(fromS, one.fromS - HALF_S), toS: Math.min(toS, one.toS + HALF_S) };
    const innerS = Math.min(HALF_S / 2, (one.toS - one.fromS) / 3);
    return { fromS: one.fromS + innerS, toS: one.toS - innerS };
  });
}
function turnsOf(foot, name) {
  const { signal, start: start2, headingNoiseDeg } = foot;
  if (!signal.heading) return [];
  return stretchesOf(foot).flatMap((stretch) => {
    const turning = turningIn(foot, stretch);
    return turning.flatMap(({ fromS, toS }, i) => {
      const before = headingBetween(signal, turning[i - 1]?.toS ?? stretch.fromS, fromS, "late");
      const after = headingBetween(signal, toS, turning[i + 1]?.fromS ?? stretch.toS, "early");
      const fromDeg = before?.deg ?? stretch.before?.headingAfterDeg ?? null;
      if (fromDeg === null || !after) return [];
      const uDeg = headingNoiseDeg / Math.sqrt(Math.max(1, Math.min(before?.samples ?? 1, after.samples)));
      if (Math.abs(wrapDeg(after.deg - fromDeg)) < Math.max(LEAST_TURN_DEG2, SIGMAS4 * uDeg)) return [];
      const at = stretch.before?.to ?? start2;
      return [
        {
          number: 0,
          foot: name,
          how: "pivot",
          from: at,
          to: at,
          liftS: fromS,
          landS: toS,
          headingBeforeDeg: fromDeg,
          headingAfterDeg: after.deg,
          liftUS: TIME_U_S2,
          landUS: TIME_U_S2,
          placeUM: stretch.before?.placeUM ?? signal.noiseM,
          headingUDeg: uDeg
        }
      ];
    });
  });
}
function chained(events) {
  return events.map((event, i) => {
    const [before, after] = [events[i - 1], events[i + 1]];
    return {
      ...event,
      headingBeforeDeg: before?.how === "pivot" ? before.headingAfterDeg : event.headingBeforeDeg,
      headingAfterDeg: after?.how === "pivot" ? after.headingBeforeDeg : event.headingAfterDeg
    };
  });
}
function withTurns(detection) {
  const feet2 = ["left", "right"].flatMap((name) => {
    const own = detection.events.filter(({ foot }) => foot === name);
    const all = [...own, ...turnsOf(detection[name], name)];
    return chained(all.toSorted((a, b) => a.liftS - b.liftS));
  });
  const events = feet2.toSorted((a, b) => a.liftS - b.liftS).map((event, i) => ({ ...event, number: i + 1 }));
  return { ...detection, events };
}

// core/src/matching/sees.ts
var channelsOf = ({ left, right }) => /* @__PURE__ */ new Set([
  "place",
  ...left.signal.heading && right.signal.heading ? ["heading"] : [],
  ...left.signal.z && right.signal.z ? ["height"] : []
]);
var TURN_SPARE = 1.5;
function showsOf(detection) {
  const channels = channelsOf(detection);
  const { left, right } = detection;
  const noiseDeg = Math.max(left.headingNoiseDeg, right.headingNoiseDeg);
  const leastDeg = TURN_SPARE * Math.max(LEAST_TURN_DEG2, noiseDeg);
  return (event) => {
    if (event.how === "bounce" || !channels.has(shownBy(event))) return false;
    return event.how !== "pivot" || Math.abs(turnOfDeg(event) ?? 0) >= leastDeg;
  };
}

// core/src/drill/place-pattern.ts
var SAME_DEG2 = 1e-9;
var isStill = ({ turnDeg, shift }) => Math.abs(turnDeg) < SAME_DEG2 && shift.x === 0 && shift.y === 0;
var turnedCue = (cue, turnDeg) => cue.facing ? { ...cue, facing: turned2(cue.facing, turnDeg) } : cue;
function movePattern(pattern, move) {
  if (isStill(move)) return pattern;
  const place2 = (at) => applyMove(move, at);
  const { start: start2, items } = pattern;
  return {
    start: start2 && { at: place2(start2.at), headingDeg: wrapDeg(start2.headingDeg + move.turnDeg) },
    items: withItems(
      items,
      (item) => "weave" in item ? {
        weave: {
          ...item.weave,
          firstCone: place2(item.weave.firstCone),
          laneHeadingDeg: wrapDeg(item.weave.laneHeadingDeg + move.turnDeg)
        }
      } : turnedCue(item, move.turnDeg)
    )
  };
}
function moveTarget(target, move) {
  const { swing, path } = target;
  return {
    ...target,
    at: applyMove(move, target.at),
    ...swing ? { swing: { ...swing, headingDeg: wrapDeg(swing.headingDeg + move.turnDeg) } } : {},
    ...path ? { path: path.map(({ timeS, at }) => ({ timeS, at: applyMove(move, at) })) } : {}
  };
}
var turned2 = (facing, turnDeg) => facing.on === "heading" ? { on: "heading", deg: wrapDeg(facing.deg + turnDeg) } : facing;
var movePlan = (plan, move) => ({
  ...plan,
  target: moveTarget(plan.target, move),
  pattern: movePattern(plan.pattern, move),
  facing: turned2(plan.facing, move.turnDeg),
  ...plan.partner ? {
    partner: {
      pattern: movePattern(plan.partner.pattern, move),
      facing: turned2(plan.partner.facing, move.turnDeg)
    }
  } : {}
});

// core/src/matching/reading.ts
function mapsOf(reading, plan) {
  const { least, most } = boundsOf(plan.floor.outline);
  const unitM = reading.unitM ?? 1;
  const sized = ({ x, y }) => ({ x: unitM * x, y: unitM * y });
  const flipX = (x) => least.x + most.x - x;
  const flipY = (y) => least.y + most.y - y;
  const { axes } = reading;
  if (!axes) return { at: sized, heading: (deg) => deg };
  switch (axes) {
    case "exchanged":
      return { at: (p) => ({ x: sized(p).y, y: sized(p).x }), heading: (deg) => wrapDeg(90 - deg) };
    case "x reversed":
      return { at: (p) => ({ x: flipX(sized(p).x), y: sized(p).y }), heading: (deg) => wrapDeg(-deg) };
    case "y reversed":
      return { at: (p) => ({ x: sized(p).x, y: flipY(sized(p).y) }), heading: (deg) => wrapDeg(180 - deg) };
    case "turned round":
      return {
        at: (p) => ({ x: flipX(sized(p).x), y: flipY(sized(p).y) }),
        heading: (deg) => wrapDeg(deg + 180)
      };
  }
}
function eventsRead(events, reading, plan) {
  const { at, heading } = mapsOf(reading, plan);
  return events.map((event) => ({
    ...event,
    foot: reading.swapFeet ? otherFoot(event.foot) : event.foot,
    from: at(event.from),
    to: at(event.to),
    headingBeforeDeg: event.headingBeforeDeg === null ? null : heading(event.headingBeforeDeg),
    headingAfterDeg: event.headingAfterDeg === null ? null : heading(event.headingAfterDeg)
  }));
}
function trackRead(track, reading, plan) {
  if (!reading.swapFeet && !reading.axes && reading.unitM === void 0) return track;
  const { at, heading } = mapsOf(reading, plan);
  const places = ({ x, y }) => {
    const mapped = { x: new Float64Array(x.length), y: new Float64Array(x.length) };
    for (let i = 0; i < x.length; i++) {
      const p = at({ x: x[i], y: y[i] });
      mapped.x[i] = p.x;
      mapped.y[i] = p.y;
    }
    return mapped;
  };
  const headings = (values) => values?.map(heading) ?? null;
  const unitM = reading.unitM ?? 1;
  const foot = (samples) => ({
    ...places(samples),
    headingDeg: headings(samples.headingDeg),
    z: samples.z?.map((z) => unitM * z) ?? null
  });
  const [left, right] = [foot(track.left), foot(track.right)];
  return {
    ...track,
    left: reading.swapFeet ? right : left,
    right: reading.swapFeet ? left : right,
    target: track.target && { ...places(track.target), headingDeg: headings(track.target.headingDeg) },
    targetLeft: track.targetLeft && places(track.targetLeft),
    targetRight: track.targetRight && places(track.targetRight)
  };
}
function drillRead(drill, reading) {
  const { plan, student } = drill;
  return {
    ...drill,
    plan: reading.otherStart ? { ...plan, pattern: mirrorPattern(plan.pattern) } : plan,
    student: reading.otherLead ? { ...student, leadSide: otherFoot(student.leadSide) } : student
  };
}
var marksMoved = (drill, { shiftM, turnDeg, about }) => ({
  ...drill,
  plan: movePlan(drill.plan, { about, turnDeg, shift: shiftM })
});

// core/src/matching/questions.ts
var SUITS = 0.25;
var BETTER_SHARE = 0.5;
var BETTER_BY = 0.2;
var ANOTHER_DRILL = 1.05;
var MOST_STANCE_COST = 1.5;
var UNITS = [
  ["millimetres", 1e-3],
  ["centimetres", 0.01],
  ["inches", 0.0254],
  ["feet", 0.3048]
];
var UNIT_RATIO = 1.35;
var start = (events, detection, swap) => {
  const first = (foot) => events.find((event) => event.foot === foot)?.from ?? detection[swap === (foot === "left") ? "right" : "left"].start;
  return { left: first("left"), right: first("right") };
};
function usuallyOff({ rows }, from, target) {
  const offs = [];
  let balls = from;
  for (const { planned, expected, observed } of rows) {
    balls = ballsAfter(balls, observed);
    if (!planned || observed.length === 0 || observed.length < expected.length) continue;
    const { after, faces } = planned;
    const facing = faces === "target" ? headingDeg(midpoint(balls.left, balls.right), target) : after.facingDeg;
    const [seen, due] = [
      inFacing(subtract(balls.right, balls.left), facing),
      inFacing(subtract(after.right, after.left), after.facingDeg)
    ];
    offs.push({ x: seen.rightM - due.rightM, y: seen.forwardM - due.forwardM });
  }
  return { x: medianOf(offs.map(({ x }) => x)), y: medianOf(offs.map(({ y }) => y)) };
}
function suitOf(drill, detection, reading, asIs) {
  const read = drillRead(drill, reading);
  const events = eventsRead(detection.events, reading, drill.plan);
  const intervalS = 60 / drill.plan.tempoPerMin;
  const isAsIs = Object.keys(reading).length === 0;
  const match = isAsIs ? asIs : matchToPlan(expand(read).moves, events, { intervalS, paces: [asIs.pace], shows: showsOf(detection) });
  const { separation } = fitStance(read.student);
  const balls = start(events, detection, reading.swapFeet === true);
  const off = lengthM(usuallyOff(match, balls, read.plan.target.at)) / separation.valueM;
  const stanceCost = Number.isNaN(off) ? MOST_STANCE_COST : Math.min(MOST_STANCE_COST, off);
  return { reading, match, cost: match.costPerMove + stanceCost };
}
var AXES = ["exchanged", "x reversed", "y reversed", "turned round"];
var READINGS = [
  { swapFeet: true },
  { otherStart: true },
  { otherLead: true },
  { otherStart: true, otherLead: true },
  ...AXES.map((axes) => ({ axes })),
  ...AXES.map((axes) => ({ axes, swapFeet: true }))
];
function questionOf(drill, detection, match) {
  if (detection.events.length === 0) return { about: "another drill", plan: drill.plan.name, reading: null };
  const asIs = suitOf(drill, detection, {}, match);
  if (asIs.cost < SUITS) return null;
  const unit2 = unitOf(drill, detection);
  if (unit2) return unit2;
  const best = READINGS.map((reading) => suitOf(drill, detection, reading, match)).reduce(
    (a, b) => b.cost < a.cost ? b : a
  );
  if (best.cost < Math.min(BETTER_SHARE * asIs.cost, asIs.cost - BETTER_BY))
    return asked(drill, best.reading);
  if (match.costPerMove > ANOTHER_DRILL)
    return { about: "another drill", plan: drill.plan.name, reading: null };
  return null;
}
function unitOf(drill, { events, left, right }) {
  const apart = [lengthM(subtract(left.start, right.start))];
  let balls = { left: left.start, right: right.start };
  for (const event of events) {
    balls = ballsAfter(balls, [event]);
    apart.push(lengthM(subtract(balls.left, balls.right)));
  }
  const ratio = medianOf(apart) / fitStance(drill.student).separation.valueM;
  const found = UNITS.find(([, unitM2]) => Math.abs(Math.log(ratio * unitM2)) < Math.log(UNIT_RATIO));
  if (!found) return null;
  const [name, unitM] = found;
  return { about: "units", unit: name, apartM: medianOf(apart), reading: { unitM } };
}
function asked({ student }, reading) {
  if (reading.axes) return { about: "axes", reading };
  if (reading.swapFeet) return { about: "swapped", reading };
  if (reading.otherStart) return { about: "mirrored", otherLead: reading.otherLead === true, reading };
  return { about: "other side", student: student.name, plannedLead: student.leadSide, reading };
}

// core/src/matching/span.ts
var isOfPlan = ({ planned, observed }) => planned !== null && observed.length > 0;
function drillRows(rows) {
  const first = rows.findIndex(isOfPlan);
  const last = rows.findLastIndex(isOfPlan);
  if (first === -1) return { rows, walkedUp: [], walkedOff: [] };
  const isBeside = (row, i) => row.planned === null && (i < first || i > last);
  return {
    rows: rows.filter((row, i) => !isBeside(row, i)),
    walkedUp: rows.filter((row, i) => isBeside(row, i) && i < first),
    walkedOff: rows.filter((row, i) => isBeside(row, i) && i > last)
  };
}

// core/src/check/causes.ts
var OFF_MARK_M = 0.03;
var MADE_GOOD = 0.5;
var REASON_LASTS_MOVES = 3;
var rank = ({ fault }) => FAULT_NAMES.indexOf(fault);
var isOpen = ({ verdict }) => verdict === "cannot-tell" ? 1 : 0;
var OF_MAKING_GOOD = /* @__PURE__ */ new Set([
  "step-too-long",
  "step-over",
  "step-short",
  "wrong-direction",
  "foot-not-following",
  "feet-crossed",
  "feet-together",
  "overstretched",
  "stance-not-restored",
  "unplanned-switch",
  "off-balance"
]);
var OF_BEING_BESIDE = /* @__PURE__ */ new Set([
  "cone-touched",
  "off-floor",
  "out-of-band",
  "not-facing",
  "strike-out-of-reach"
]);
function offMarks({ planned, observed }) {
  let [beforeM, afterM] = [0, 0];
  for (const seen of observed) {
    const wanted = plannedFor(planned, seen);
    if (!wanted) continue;
    beforeM = Math.max(beforeM, distanceM(seen.from, wanted.from));
    afterM = Math.max(afterM, distanceM(seen.to, wanted.to));
  }
  return { beforeM, afterM };
}
function followsFrom(found, seen) {
  if (!seen) return OF_BEING_BESIDE.has(found.fault);
  const { beforeM, afterM } = offMarks(seen);
  if (beforeM <= OFF_MARK_M) return false;
  if (OF_BEING_BESIDE.has(found.fault)) return true;
  return OF_MAKING_GOOD.has(found.fault) && afterM < (1 - MADE_GOOD) * beforeM;
}
var OF_WHOLE_MOVE = /* @__PURE__ */ new Set([
  "off-balance",
  "strike-early",
  "strike-late",
  "strike-out-of-reach",
  "unplanned-switch",
  "not-facing",
  "off-beat",
  "out-of-band"
]);
function inCauseOrder(group, seen) {
  const turnOf2 = ({ fault, foot, moveNumber }) => {
    if (OF_WHOLE_MOVE.has(fault)) return 2;
    const first = moveNumber === null ? void 0 : seen.get(moveNumber)?.observed[0]?.foot;
    return foot !== null && first !== void 0 && foot !== first ? 1 : 0;
  };
  return [...group].sort(
    (a, b) => isOpen(a) - isOpen(b) || turnOf2(a) - turnOf2(b) || rank(a) - rank(b) || a.timeS - b.timeS
  );
}
function groupOf({ id, moveNumber, foot, timeS }, extras) {
  if (moveNumber !== null) return `move ${moveNumber}`;
  if (foot === null) return id;
  const extra = extras.findIndex(
    (events) => events.some(({ liftS, landS }) => timeS >= liftS - 1e-6 && timeS <= landS + 1e-6)
  );
  return extra === -1 ? id : `extra ${extra}`;
}
function reasonOf(move, seen, told) {
  let began = move;
  const isOff = (number2) => {
    const one = seen.get(number2);
    return one !== void 0 && (one.observed.length === 0 || offMarks(one).beforeM > OFF_MARK_M);
  };
  while (isOff(began - 1)) began--;
  const startS = seen.get(began)?.observed[0]?.liftS ?? Infinity;
  const earliestS = seen.get(began - REASON_LASTS_MOVES)?.observed[0]?.liftS ?? -Infinity;
  return told.findLast(({ cause }) => cause.timeS <= startS && cause.timeS >= earliestS);
}
function causesOf(findings, rows) {
  const seen = /* @__PURE__ */ new Map();
  for (const { planned, observed } of rows) if (planned) seen.set(planned.number, { planned, observed });
  const extras = rows.filter(({ planned }) => planned === null).map(({ observed }) => observed);
  const groups = /* @__PURE__ */ new Map();
  for (const found of findings) {
    const key = groupOf(found, extras);
    groups.set(key, [...groups.get(key) ?? [], found]);
  }
  const inOrder2 = [...groups.values()].sort((a, b) => a[0].timeS - b[0].timeS);
  const told = [];
  for (const group of inOrder2) {
    const sorted = inCauseOrder(group, seen);
    const first = sorted[0];
    const move = first.moveNumber;
    const follows = move !== null && sorted.every((found) => followsFrom(found, seen.get(move)));
    const reason = follows ? reasonOf(move, seen, told) : void 0;
    if (reason && isOpen(reason.cause) <= isOpen(first)) reason.consequences.push(...sorted);
    else told.push({ cause: first, consequences: sorted.slice(1) });
  }
  return told.map(({ cause, consequences }) => ({ ...cause, consequences }));
}
var flatFindings = (causes) => causes.flatMap(({ consequences, ...cause }) => [cause, ...consequences]).sort((a, b) => a.timeS - b.timeS);

// core/src/check/compare.ts
var DIRECTION_FROM_M = 0.04;
function stepErrors(planned, seen) {
  const wayM = distanceM(planned.from, planned.to);
  const unit2 = scale(subtract(planned.to, planned.from), 1 / Math.max(wayM, 1e-9));
  return {
    distanceM: distanceM(seen.from, seen.to) - wayM,
    directionDeg: wrapDeg(headingDeg(seen.from, seen.to) - headingDeg(planned.from, planned.to)),
    pastMarkM: dot(subtract(seen.to, planned.to), unit2)
  };
}
function compareWithPlan(rows, comparison) {
  let offMark2 = false;
  const stands = /* @__PURE__ */ new Map();
  return rows.flatMap((row) => {
    const { planned, expected, observed } = row;
    for (const event of observed) stands.set(event.foot, event.to);
    if (!planned) {
      const steps3 = observed.filter((event) => isTravel(event) && !cameBack(event));
      if (steps3.length === 0) return [];
      offMark2 = true;
      return extraMove(steps3, comparison);
    }
    if (observed.length === 0) {
      if (expected.length === 0) return [];
      offMark2 = true;
      return isThereAlready(planned, stands, comparison) ? [] : [missedMove(planned, expected, comparison)];
    }
    const [lead] = expected.filter(isTravel);
    const seen = lead && observed.find((event) => isTravel(event) && event.foot === lead.foot);
    const isStep2 = lead && !lead.about && lead.how !== "raise";
    const found = isStep2 && seen ? leadStep({ planned, lead }, seen, comparison, offMark2) : [];
    offMark2 = found.length > 0 || observed.length < expected.length;
    return found;
  });
}
var countOf = (isBlind) => ({
  measured: 1,
  limit: 0,
  unit: "count",
  expandedU: isBlind ? 1 : 0,
  verdict: isBlind ? "cannot-tell" : "not-met"
});
function extraMove(observed, { uOf, isBlindAt }) {
  const longest = observed.reduce((a, b) => distanceM(b.from, b.to) > distanceM(a.from, a.to) ? b : a);
  const { fromM, toM } = uOf(longest);
  const isSure = distanceM(longest.from, longest.to) > 2 * Math.hypot(fromM, toM);
  const { landS } = observed[0];
  return [
    {
      ...countOf(!isSure || isBlindAt(landS)),
      fault: "extra-move",
      timeS: landS,
      foot: longest.foot,
      moveNumber: null,
      at: longest.to
    }
  ];
}
function isThereAlready({ after, events }, stands, { limits, smallestStepM: smallestStepM2 }) {
  const wayM = Math.max(0, ...events.map(({ from, to }) => distanceM(from, to)));
  const nearM = Math.max(smallestStepM2, LEAST_STEP_LIMIT_M, limits.stepShare * wayM);
  return ["left", "right"].every((foot) => {
    const at = stands.get(foot);
    return at !== void 0 && distanceM(at, after[foot]) < nearM;
  });
}
var cameBack = ({ how, from, to }) => how === "raise" && distanceM(from, to) < SAME_PLACE_M3;
var SAME_PLACE_M3 = 0.08;
function missedMove(planned, expected, { planToTrackS, isBlindAt, smallestStepM: smallestStepM2 }) {
  const timeS = planToTrackS(planned.beatS);
  const longestM = Math.max(0, ...expected.map(({ from, to }) => distanceM(from, to)));
  const isStep2 = expected.some((event) => isTravel(event) && shownBy(event) === "place");
  const isSmall = planned.kind === "feint" || isStep2 && longestM < smallestStepM2;
  return {
    ...countOf(isSmall || isBlindAt(timeS)),
    fault: "missed-move",
    timeS,
    foot: planned.firstFoot,
    moveNumber: planned.number,
    at: expected[0]?.to ?? null
  };
}
function leadStep({ planned: move, lead: planned }, seen, { limits, uOf }, offMark2) {
  const errors = stepErrors(planned, seen);
  const wayM = distanceM(planned.from, planned.to);
  const limitM = Math.max(LEAST_STEP_LIMIT_M, limits.stepShare * wayM);
  const { fromM, toM } = uOf(seen);
  const expandedU = 2 * Math.hypot(fromM, toM);
  if (offMark2 && distanceM(seen.to, planned.to) < limitM / 2 + 2 * toM) return [];
  const didM = distanceM(seen.from, seen.to);
  const common = { timeS: seen.landS, foot: seen.foot, moveNumber: move.number, at: seen.to };
  const off = Math.abs(errors.directionDeg);
  const uDeg = degrees(expandedU / Math.max(didM, DIRECTION_FROM_M));
  const direction = didM < DIRECTION_FROM_M ? [] : finding(atMost(off, limits.directionDeg, uDeg), () => ({
    ...common,
    fault: "wrong-direction",
    measured: off,
    limit: limits.directionDeg,
    unit: "deg",
    expandedU: uDeg
  }));
  if (direction.some((found) => found.verdict === "not-met")) return direction;
  const length2 = finding(atMost(Math.abs(errors.distanceM), limitM, expandedU), () => ({
    ...common,
    fault: errors.distanceM < 0 ? "step-short" : "step-over",
    measured: didM,
    limit: errors.distanceM < 0 ? wayM - limitM : wayM + limitM,
    unit: "m",
    expandedU
  }));
  return [...direction, ...length2];
}

// core/src/check/notes.ts
function walked(about, rows) {
  const events = rows.flatMap(({ observed }) => observed);
  const first = events[0];
  return first ? [{ about, timeS: first.liftS, foot: null, moveNumber: null, measured: events.length }] : [];
}
var raised = ({ event, heightM, outM }) => ({
  about: heightM === null ? "perhaps raised" : "raised",
  timeS: event.liftS,
  foot: event.foot,
  moveNumber: null,
  measured: heightM ?? outM
});
function notesOf({ walkedUp, walkedOff }, raises, found) {
  return [
    ...walked("walked up", walkedUp),
    ...walked("walked off", walkedOff),
    ...raises.map(raised),
    ...found.map(({ timeS, foot, moveNumber, measured: measured2 }) => ({
      about: "narrowed",
      timeS,
      foot,
      moveNumber,
      measured: measured2
    }))
  ].sort((a, b) => a.timeS - b.timeS);
}

// core/src/check/counting.ts
var LIKE_SHARE = 0.4;
var LIKE_M = 0.06;
var BREAK_S = 2;
var BESIDE_STEP_S = 0.06;
var isPlanned = (row) => row.planned !== null;
var firstS = ({ observed }) => observed[0]?.liftS;
var lastS = ({ observed }) => observed.length === 0 ? void 0 : Math.max(...observed.map(({ landS }) => landS));
var isStanding = (row) => row?.planned?.kind === "bounce" || row?.planned?.kind === "hold";
function bouncesMiscounted(rows, detection, { spanS: spanS2, planToTrackS }) {
  const found = [];
  for (let i = 0; i < rows.length; i++) {
    if (rows[i]?.planned?.kind !== "bounce") continue;
    let last = i;
    for (let k = i + 1; isStanding(rows[k]); k++) if (rows[k]?.planned?.kind === "bounce") last = k;
    const own = rows.slice(i, last + 1).filter(isPlanned).filter(({ planned: { kind } }) => kind === "bounce");
    const planned = own.reduce((sum, { planned: { events: events2 } }) => sum + events2.length / 2, 0);
    const events = own.flatMap((row) => row.planned.events);
    const [beginS, endS] = [
      Math.min(...events.map(({ liftS }) => liftS)),
      Math.max(...events.map(({ landS }) => landS))
    ].map(planToTrackS);
    const spareS = ((endS ?? 0) - (beginS ?? 0)) / planned;
    const fromS = rows.slice(0, i).map(lastS).findLast((timeS) => timeS !== void 0) ?? (beginS ?? 0) - spareS;
    const toS = rows.slice(last + 1).map(firstS).find((timeS) => timeS !== void 0) ?? (endS ?? 0) + spareS;
    i = last;
    if (!spanS2 || own.length === 0) continue;
    const counted = bouncesBetween(detection, fromS + BESIDE_STEP_S, toS - BESIDE_STEP_S);
    const [first] = own;
    if (counted === null || counted === planned || !first) continue;
    found.push(miscount(first.planned, counted, planned, fromS));
  }
  return found;
}
var miscount = ({ number: number2, firstFoot: firstFoot2, events }, measured2, limit, timeS) => ({
  fault: "wrong-count",
  timeS,
  foot: firstFoot2,
  moveNumber: number2,
  at: events[0]?.to ?? null,
  measured: measured2,
  limit,
  unit: "count",
  expandedU: 0,
  verdict: "not-met"
});
var roundsIn = (items, moves2) => items.flatMap(
  (item, i) => "repeat" in item ? [{ moves: moves2.filter(({ path }) => path[0] === i), times: item.repeat }] : []
);
var isSeenNot = ({ expected, observed }) => expected.length > 0 && observed.length === 0;
function roundsLeftOut({ moves: moves2, times }, rows) {
  const each = moves2.length / times;
  const of = new Map(rows.map((row) => [row.planned.number, row]));
  const own = moves2.flatMap(({ number: number2 }) => of.get(number2) ?? []);
  const left = [];
  for (let i = 0; i + each <= own.length; ) {
    const round = own.slice(i, i + each);
    const asked2 = round.filter(({ expected }) => expected.length > 0);
    if (asked2.length > 0 && asked2.every(isSeenNot)) {
      left.push(...round.map(({ planned }) => planned));
      i += each;
    } else i++;
  }
  const [first] = left;
  if (!first || left.length === moves2.length) return [];
  const numbers = new Set(left.map(({ number: number2 }) => number2));
  return [
    {
      found: miscount(first, times - left.length / each, times, NaN),
      isPart: ({ fault, moveNumber }) => fault === "missed-move" && moveNumber !== null && numbers.has(moveNumber)
    }
  ];
}
var wayOf2 = ({ from, to }, facingDeg) => {
  const { forwardM, rightM } = inFacing(subtract(to, from), facingDeg);
  return { x: rightM, y: forwardM };
};
var isLike = (a, b) => distanceM(a, b) < Math.max(LIKE_M, LIKE_SHARE * Math.hypot(b.x, b.y));
function extrasIn(rows) {
  const [first] = rows.filter(isPlanned);
  if (!first) return [];
  const runs = [
    { beside: first, isBefore: true, steps: [] }
  ];
  for (const row of rows) {
    if (isPlanned(row)) runs.push({ beside: row, isBefore: false, steps: [] });
    else runs.at(-1)?.steps.push(...row.observed.filter(isTravel).slice(0, 1));
  }
  return runs.filter(({ steps: steps3 }) => steps3.length > 0);
}
function roundWays({ moves: moves2, times }, rows) {
  const first = new Set(moves2.slice(0, moves2.length / times).map(({ number: number2 }) => number2));
  return rows.flatMap(({ planned, expected }) => {
    const lead = first.has(planned.number) ? expected.find(isTravel) : void 0;
    return lead ? [wayOf2(lead, planned.before.facingDeg)] : [];
  });
}
function roundsAdded(rounds2, rows) {
  const planned = rows.filter(isPlanned);
  const ways = roundWays(rounds2, planned);
  const numbers = new Set(rounds2.moves.map(({ number: number2 }) => number2));
  return extrasIn(rows).flatMap(({ beside, isBefore, steps: steps3 }) => {
    const { planned: move } = beside;
    if (!numbers.has(move.number) || steps3.length % Math.max(1, ways.length) !== 0) return [];
    const { facingDeg } = isBefore ? move.before : move.after;
    const isRound = ways.some(
      (_, turn2) => steps3.every((step2, i) => {
        const way2 = ways[(i + turn2) % ways.length];
        return way2 !== void 0 && isLike(wayOf2(step2, facingDeg), way2);
      })
    );
    if (!isRound) return [];
    const [fromS, toS] = [
      Math.min(...steps3.map(({ liftS }) => liftS)),
      Math.max(...steps3.map(({ landS }) => landS))
    ];
    const done = rounds2.times + steps3.length / ways.length;
    const found = {
      ...miscount(move, done, rounds2.times, fromS),
      moveNumber: null,
      at: steps3[0]?.to ?? null
    };
    const isPart = ({ fault, timeS }) => fault === "extra-move" && timeS >= fromS && timeS <= toS;
    const isWalked = isBefore || beside === planned.findLast(({ observed }) => observed.length > 0);
    if (!isWalked) return [{ found, isPart }];
    const breakS = isBefore ? (firstS(beside) ?? Infinity) - toS : fromS - (lastS(beside) ?? -Infinity);
    return ways.length > 1 && breakS < BREAK_S ? [{ found, isPart, isAlone: true }] : [];
  });
}
function roundsMiscounted(items, rows) {
  const planned = rows.filter(isPlanned);
  const moves2 = planned.map((row) => row.planned);
  return roundsIn(items, moves2).flatMap((rounds2) => [
    ...roundsLeftOut(rounds2, planned),
    ...roundsAdded(rounds2, rows)
  ]);
}
function withMiscounts(causes, miscounts) {
  let told = [...causes];
  for (const [i, { found, isPart, isAlone }] of miscounts.entries()) {
    const parts = told.filter(isPart);
    const [first] = parts;
    if (!first && !isAlone) continue;
    const isOpen2 = parts.some(({ verdict }) => verdict === "cannot-tell");
    const cause = {
      ...found,
      id: `wrong-count ${first?.id ?? `beside ${i + 1}`}`,
      timeS: first?.timeS ?? found.timeS,
      verdict: isOpen2 ? "cannot-tell" : "not-met",
      expandedU: isOpen2 ? 1 : 0,
      consequences: parts.flatMap(({ consequences, ...part }) => [part, ...consequences])
    };
    told = [...told.filter((one) => !parts.includes(one)), cause].toSorted((a, b) => a.timeS - b.timeS);
  }
  return told;
}

// core/src/check/creeping.ts
var DRIFT_M = 0.15;
var LEAST_MOVES = 9;
var ONE_MOVE = 0.4;
var BOUNCE_M = 0.02;
var HEIGHT_UM = 3e-3;
var mean = (points) => ({
  x: points.reduce((sum, { x }) => sum + x, 0) / points.length,
  y: points.reduce((sum, { y }) => sum + y, 0) / points.length
});
function drifted(rows, { start: start2, uncertainty }) {
  let balls = start2;
  const offs = [];
  for (const { planned, expected, observed } of rows) {
    balls = ballsAfter(balls, observed);
    const last = observed.at(-1);
    if (!planned || !last || observed.length < expected.length) continue;
    const at = midpoint(balls.left, balls.right);
    offs.push({
      off: subtract(at, midpoint(planned.after.left, planned.after.right)),
      timeS: last.landS,
      at
    });
  }
  const third = Math.floor(offs.length / 3);
  const end = offs.at(-1);
  if (offs.length < LEAST_MOVES || !end) return [];
  const of = (some) => mean(some.map(({ off }) => off));
  const measured2 = distanceM(of(offs.slice(-third)), of(offs.slice(0, third)));
  const largest = Math.max(...offs.slice(1).map(({ off }, i) => distanceM(off, offs[i]?.off ?? off)));
  if (largest > ONE_MOVE * measured2) return [];
  const expandedU = 2 * Math.SQRT2 * uncertainty.positionM / Math.sqrt(third);
  return finding(atMost(measured2, DRIFT_M, expandedU), () => ({
    fault: "drift",
    timeS: end.timeS,
    foot: null,
    moveNumber: null,
    at: end.at,
    measured: measured2,
    limit: DRIFT_M,
    unit: "m",
    expandedU
  }));
}
function offTheGround(rows, detection, { planToTrackS }) {
  const bounces2 = rows.flatMap(({ planned }) => planned?.kind === "bounce" ? [planned] : []);
  if (bounces2.length === 0) return [];
  const lifts = smallLifts(detection);
  return bounces2.flatMap(({ number: number2, events }) => {
    const fromS = planToTrackS(Math.min(...events.map(({ liftS }) => liftS)));
    const toS = planToTrackS(Math.max(...events.map(({ landS }) => landS)));
    const own = lifts.filter(({ event: event2 }) => event2.liftS < toS && event2.landS > fromS);
    const [highest] = own.toSorted((a, b) => (b.heightM ?? 0) - (a.heightM ?? 0));
    if (!highest) return [];
    const { event, heightM } = highest;
    const expandedU = 2 * HEIGHT_UM;
    return finding(atMost(heightM ?? 0, BOUNCE_M, expandedU), () => ({
      fault: "off-the-ground",
      timeS: event.liftS,
      foot: event.foot,
      moveNumber: number2,
      at: event.from,
      measured: heightM ?? 0,
      limit: BOUNCE_M,
      unit: "m",
      expandedU
    }));
  });
}

// core/src/check/course.ts
var MOVING_HALF_S = 0.03;
function ballCourse2(detection) {
  const left = footCourse(detection.left);
  const right = footCourse(detection.right);
  return (foot, timeS) => foot === "left" ? left(timeS) : right(timeS);
}
function footCourse({ events, start: start2, signal }) {
  const lastBy = latestBy(events, (event) => event.liftS);
  return (timeS) => {
    const event = lastBy(timeS);
    if (!event) return start2;
    if (timeS >= event.landS) return event.to;
    return smoothed(signal, timeS) ?? acrossHole(signal, event, timeS);
  };
}
function acrossHole({ t, x, y }, event, timeS) {
  const next = lowerBound(t, timeS);
  const seen = (i, end) => {
    const [tS, px, py] = [t[i], x[i], y[i]];
    const isIn = tS !== void 0 && tS >= event.liftS && tS <= event.landS;
    if (isIn && px !== void 0 && py !== void 0) return [tS, { x: px, y: py }];
    return [end === "from" ? event.liftS : event.landS, event[end]];
  };
  const [fromS, from] = seen(next - 1, "from");
  const [toS, to] = seen(next, "to");
  return toS > fromS ? between(from, to, minimumJerk((timeS - fromS) / (toS - fromS))) : to;
}
function smoothed({ t, x, y, stepS }, timeS) {
  const half = Math.max(MOVING_HALF_S, 1.5 * stepS);
  const from = lowerBound(t, timeS - half);
  let n = 0;
  let before = 0;
  let st = 0;
  let sx = 0;
  let sy = 0;
  let stt = 0;
  let stx = 0;
  let sty = 0;
  for (let i = from; i < t.length && t[i] <= timeS + half; i++) {
    const d = t[i] - timeS;
    n++;
    if (d <= 0) before++;
    st += d;
    sx += x[i];
    sy += y[i];
    stt += d * d;
    stx += d * x[i];
    sty += d * y[i];
  }
  const det = n * stt - st * st;
  if (before === 0 || before === n || det <= 1e-15) return null;
  return { x: (stt * sx - st * stx) / det, y: (stt * sy - st * sty) / det };
}
function lowerBound(t, timeS) {
  let low = 0;
  let high = t.length;
  while (low < high) {
    const middle = low + high >> 1;
    if (t[middle] < timeS) low = middle + 1;
    else high = middle;
  }
  return low;
}
function nearest(times, timeS) {
  const i = Math.min(times.length - 1, lowerBound(times, timeS));
  return i > 0 && timeS - (times[i - 1] ?? NaN) < (times[i] ?? NaN) - timeS ? i - 1 : i;
}
function partnerCourse({ timeS: times, target, targetLeft, targetRight }, studentAt) {
  if (!targetLeft || !targetRight) return () => null;
  return (timeS) => {
    const i = nearest(times, timeS);
    const [left, right] = [targetLeft, targetRight].map(({ x, y }) => ({ x: x[i] ?? NaN, y: y[i] ?? NaN }));
    if (!left || !right || Number.isNaN(left.x + left.y + right.x + right.y)) return null;
    const own = target?.headingDeg?.[i] ?? NaN;
    const facingDeg = Number.isNaN(own) ? headingDeg(midpoint(left, right), studentAt(timeS)) : own;
    const ahead = inFacing(subtract(right, left), facingDeg).forwardM;
    return { facingDeg, lead: ahead > 0 ? "right" : "left" };
  };
}
function targetCourse(track, planned) {
  const { target, targetLeft, targetRight, timeS: times } = track;
  const sample = (i) => {
    const x = target ? target.x[i] : targetLeft && targetRight ? (targetLeft.x[i] + targetRight.x[i]) / 2 : NaN;
    const y = target ? target.y[i] : targetLeft && targetRight ? (targetLeft.y[i] + targetRight.y[i]) / 2 : NaN;
    return Number.isNaN(x) || Number.isNaN(y) ? null : { x, y };
  };
  if (!target && !(targetLeft && targetRight)) return planned;
  let at = 0;
  return (timeS) => {
    while (at > 0 && times[at - 1] >= timeS) at--;
    while (at < times.length - 1 && times[at] < timeS) at++;
    const i = at;
    for (let away = 0; away < 50; away++) {
      const found = i - away >= 0 && sample(i - away) || i + away < times.length && sample(i + away);
      if (found) return found;
    }
    return planned(timeS);
  };
}

// core/src/check/observe.ts
var DEFAULT_POSITION_U_M = 3e-3;
var DEFAULT_HEADING_U_DEG = 1.5;
var GAP_MOST_HZ = 25;
function noted({ notes }, key, otherwise) {
  const value = Number(notes[key] ?? NaN);
  return Number.isFinite(value) && value >= 0 ? value : otherwise;
}
function trackUncertainty(track, detection) {
  const placeM = noted(track, "position_u_m", DEFAULT_POSITION_U_M);
  const toeDeg = noted(track, "heading_u_deg", DEFAULT_HEADING_U_DEG);
  const { events, rateHz, noiseM, samplesForOne } = detection;
  const usually = (values, otherwise) => values.length > 0 ? medianOf(values) : otherwise;
  const usualPlaceUM = usually(
    events.map(({ placeUM }) => placeUM),
    noiseM
  );
  const sampleUS = 1 / rateHz / Math.sqrt(12);
  const movingSamples = 1 + 2 * MOVING_HALF_S * rateHz;
  const own = /* @__PURE__ */ new Map();
  const standsUM = { left: usualPlaceUM, right: usualPlaceUM };
  for (const { number: number2, foot, placeUM, liftUS, landUS, headingUDeg } of events) {
    own.set(number2, {
      fromM: Math.hypot(placeM, standsUM[foot]),
      toM: Math.hypot(placeM, placeUM),
      liftS: Math.hypot(liftUS, sampleUS),
      landS: Math.hypot(landUS, sampleUS),
      headingDeg: Math.hypot(toeDeg, headingUDeg)
    });
    standsUM[foot] = placeUM;
  }
  const usual = {
    positionM: Math.hypot(placeM, usualPlaceUM),
    movingM: Math.hypot(placeM, noiseM * Math.sqrt(Math.min(1, samplesForOne / movingSamples))),
    timeS: Math.hypot(
      usually(
        events.map(({ landUS }) => landUS),
        0
      ),
      sampleUS
    ),
    headingDeg: Math.hypot(
      toeDeg,
      usually(
        events.map(({ headingUDeg }) => headingUDeg),
        0
      )
    ),
    frameShiftM: noted(track, "frame_shift_u_m", 0),
    frameTurnDeg: noted(track, "frame_turn_u_deg", 0)
  };
  const unknown = {
    fromM: usual.positionM,
    toM: usual.positionM,
    liftS: usual.timeS,
    landS: usual.timeS,
    headingDeg: usual.headingDeg
  };
  return { usual, uOf: (event) => own.get(event.number) ?? unknown };
}
function performTrack(drill, planPerformance, { track, detection }, { rows, walkedUp }, clock) {
  const { plan } = drill;
  const start2 = ballsAfter(
    { left: detection.left.start, right: detection.right.start },
    walkedUp.flatMap(({ observed }) => observed)
  );
  const ballAt = ballCourse2(detection);
  const planned = (timeS) => targetAt(plan.target, clock.trackToPlanS(timeS));
  const targetNow = targetCourse(track, planned);
  const bands = bandsAlong(plan, {
    moves: planPerformance.moves.flatMap((move) => move.planned ? [move.planned] : [])
  });
  const bandAt = (timeS) => bands(clock.trackToPlanS(timeS));
  const targetSeen = track.target !== null || track.targetLeft !== null && track.targetRight !== null;
  const stride = Math.max(1, Math.round(detection.rateHz / GAP_MOST_HZ));
  const times = track.timeS.filter((_, i) => i % stride === 0);
  const plannedGapAt = plannedGap(planPerformance, plan.target.radiusM);
  const { usual: uncertainty, uOf } = trackUncertainty(track, detection);
  const seen = { start: start2, targetAt: targetNow, uncertainty, uOf, stance: planPerformance.stance };
  return {
    ...planPerformance,
    ...seen,
    moves: performedMoves(rows, seen, clock),
    ballAt,
    strikes: track.strikes.map(({ index, name }) => ({
      name,
      timeS: track.timeS[index] ?? NaN,
      uS: 1 / detection.rateHz / Math.sqrt(12)
    })),
    partnerAt: partnerCourse(track, (timeS) => midpoint(ballAt("left", timeS), ballAt("right", timeS))),
    targetSeen,
    targetUM: targetSeen ? 0 : movesUM(plan.target),
    spanS: clock.spanS ?? [0, 0],
    gap: gapSeries(
      times,
      { ballAt, targetAt: targetNow },
      { target: plan.target, bandAt },
      (timeS) => plannedGapAt(clock.trackToPlanS(timeS))
    )
  };
}
var WALKS_UM = 0.25;
var movesUM = ({ swing, path }) => path ? WALKS_UM : swing ? swing.amplitudeM / Math.SQRT2 : 0;
function performedMoves(rows, seen, { planToTrackS }) {
  const { positionM } = seen.uncertainty;
  const uM = { left: positionM, right: positionM };
  const toesDeg = { left: null, right: null };
  const standing3 = (balls2, timeS, { lead, faces, facingDeg }) => ({
    ...balls2,
    lead,
    facingDeg: faces === "target" ? headingDeg(midpoint(balls2.left, balls2.right), seen.targetAt(timeS)) : facingDeg,
    toesDeg: { ...toesDeg },
    uM: { ...uM }
  });
  const firstPlanned = rows.find(({ planned }) => planned)?.planned;
  let stands = {
    lead: firstPlanned?.before.lead ?? seen.stance.leadSide,
    faces: firstPlanned?.faces ?? "target",
    facingDeg: firstPlanned?.before.facingDeg ?? 0
  };
  let balls = seen.start;
  return rows.flatMap(({ planned, expected, observed: events }) => {
    const [first, last] = [events[0], events.at(-1)];
    const stood = planned ? { ...stands, lead: planned.before.lead, facingDeg: planned.before.facingDeg } : stands;
    if (planned)
      stands = { lead: planned.after.lead, faces: planned.faces, facingDeg: planned.after.facingDeg };
    const moveNumber = planned?.number ?? null;
    const { faces } = stands;
    if (!first || !last) {
      if (!planned || planned.strikes.length === 0 || expected.length > 0) return [];
      const beatS2 = planToTrackS(planned.beatS);
      return [
        {
          moveNumber,
          planned,
          events,
          beatS: beatS2,
          before: standing3(balls, beatS2, stood),
          after: standing3(balls, beatS2, stands),
          faces
        }
      ];
    }
    const before = standing3(balls, first.liftS, stood);
    balls = ballsAfter(balls, events);
    for (const event of events) {
      uM[event.foot] = seen.uOf(event).toM;
      toesDeg[event.foot] = event.headingAfterDeg;
    }
    const after = standing3(balls, last.landS, stands);
    const beatS = planned ? planToTrackS(planned.beatS) : first.landS;
    return [{ moveNumber, planned, events, beatS, before, after, faces }];
  });
}
function plannedGap(planPerformance, radiusM) {
  return (timeS) => gapM(
    midpoint(planPerformance.ballAt("left", timeS), planPerformance.ballAt("right", timeS)),
    planPerformance.targetAt(timeS),
    radiusM
  );
}

// core/src/check/planned-faults.ts
var OF_ONE_FOOT = /* @__PURE__ */ new Set(["cone-touched", "off-floor"]);
var OF_A_WHILE = /* @__PURE__ */ new Set(["out-of-band"]);
function isThePlans(found, planned) {
  if (found.fault !== planned.fault || found.moveNumber === null || planned.moveNumber === null) return false;
  if (OF_ONE_FOOT.has(found.fault) && found.foot !== planned.foot) return false;
  const apart = Math.abs(found.moveNumber - planned.moveNumber);
  return apart === 0 || apart === 1 && OF_A_WHILE.has(found.fault);
}
var beyond = ({ measured: measured2, limit }) => Math.abs(measured2 - limit);
function beyondPlan(found, ofThePlan) {
  if (ofThePlan.length === 0) return [...found];
  return found.filter((one) => {
    const planned = ofThePlan.filter((other2) => isThePlans(one, other2));
    if (planned.length === 0) return true;
    const asked2 = Math.max(...planned.map(beyond)) + (one.unit === "m" ? LEAST_STEP_LIMIT_M : 0);
    return atMost(beyond(one), asked2, one.expandedU) === "not-met";
  });
}

// core/src/check/tempo.ts
var LEAST_LANDINGS = 4;
function landed(events) {
  const travels = events.filter(isTravel);
  return travels.length > 0 ? travels : events;
}
function landingsOf(rows) {
  const found = [];
  let afterBreak = true;
  for (const { planned, expected, observed } of rows) {
    if (planned && expected.length === 0) continue;
    if (!planned && !observed.some(isTravel)) continue;
    if (!planned || landed(observed).length < landed(expected).length) {
      afterBreak = true;
      continue;
    }
    const event = landed(observed).reduce((a, b) => b.landS < a.landS ? b : a);
    found.push({ number: planned.number, event, beatS: planned.beatS, landS: event.landS, afterBreak });
    afterBreak = false;
  }
  return found;
}
var paceOf = (landings) => medianOf(
  landings.flatMap((landing2, i) => {
    const before = landings[i - 1];
    return before && !landing2.afterBreak ? [(landing2.landS - before.landS) / (landing2.beatS - before.beatS)] : [];
  })
);
function judgeTempo(rows, askedPerMin, limits, uOf) {
  const landings = landingsOf(rows);
  const pace = landings.length < LEAST_LANDINGS ? NaN : paceOf(landings);
  if (!(pace > 0)) {
    const tempo = {
      askedPerMin,
      walkedPerMin: null,
      spread: null,
      expandedU: 0,
      verdict: "cannot-tell"
    };
    return { tempo, found: [] };
  }
  const walkedPerMin = askedPerMin / pace;
  const beatS = 60 / askedPerMin * pace;
  const limitS = limits.beatShare * beatS;
  const found = [];
  const offs = [];
  let late = [];
  for (const landing2 of landings) {
    const lateS = landing2.landS - pace * landing2.beatS;
    if (landing2.afterBreak) late = [];
    const before = late.at(-1);
    if (before !== void 0) {
      const views = [lateS - before, lateS - medianOf(late.slice(-3))];
      const measured2 = Math.min(...views.map(Math.abs));
      offs.push(lateS - medianOf(late.slice(-3)));
      const expandedU2 = 2 * Math.SQRT2 * uOf(landing2.event).landS;
      found.push(
        ...finding(atMost(measured2, limitS, expandedU2), () => ({
          fault: "off-beat",
          timeS: landing2.landS,
          foot: landing2.event.foot,
          moveNumber: landing2.number,
          at: landing2.event.to,
          measured: measured2,
          limit: limitS,
          unit: "s",
          expandedU: expandedU2
        }))
      );
    }
    late.push(lateS);
  }
  const uS = medianOf(landings.map(({ event }) => uOf(event).landS));
  const spanBeats = Math.max(1, landings.length - 1);
  const expandedU = 2 * Math.SQRT2 * uS * walkedPerMin / (beatS * spanBeats);
  const verdict = atMost(Math.abs(walkedPerMin - askedPerMin), limits.tempoShare * askedPerMin, expandedU);
  const mean2 = offs.reduce((a, b) => a + b, 0) / Math.max(1, offs.length);
  const spread = Math.sqrt(offs.reduce((sum, off) => sum + (off - mean2) ** 2, 0) / Math.max(1, offs.length));
  const wholeWalk = finding(verdict, () => ({
    fault: "off-beat",
    timeS: landings[0]?.landS ?? 0,
    foot: null,
    moveNumber: null,
    at: null,
    measured: walkedPerMin,
    limit: askedPerMin * (1 + Math.sign(walkedPerMin - askedPerMin) * limits.tempoShare),
    unit: "per min",
    expandedU
  }));
  return {
    tempo: { askedPerMin, walkedPerMin, spread, expandedU, verdict },
    found: [...wholeWalk, ...found]
  };
}

// core/src/check/judge-track.ts
function judgeAsMarked(drill, seen, match, frame, reading) {
  if (!frame?.isOff) return judgeTrack(drill, seen, match, null);
  const moved = marksMoved(drill, frame);
  const asSeen = judgeTrack(moved, seen, match, null);
  if (reading.marks === "as seen") return asSeen;
  return judgeTrack(drill, seen, match, asSeen);
}
var idsOf = ({ id, consequences }) => [id, ...consequences.map((one) => one.id)];
function judgeTrack(drill, seen, match, asSeen) {
  const sure = asSeen && new Set(asSeen.causes.flatMap(idsOf));
  const footwork = expand(drill);
  const planned = performPlan(drill, footwork);
  const byNumber = new Map(footwork.moves.map((move) => [move.number, move]));
  const all = match.rows.map((row) => ({
    ...row,
    planned: row.planned && (byNumber.get(row.planned.number) ?? null)
  }));
  const span = drillRows(all);
  const { rows } = span;
  const clock = clockMap(rows);
  const performance2 = performTrack(drill, planned, seen, span, clock);
  const { limits } = footwork.stance.school;
  const { detection } = seen;
  const intervalS = 60 / drill.plan.tempoPerMin * match.pace;
  const { tempo, found: ofTempo } = judgeTempo(rows, drill.plan.tempoPerMin, limits, performance2.uOf);
  const compared = compareWithPlan(rows, {
    limits,
    planToTrackS: clock.planToTrackS,
    uOf: performance2.uOf,
    isBlindAt: blindness(detection, intervalS),
    smallestStepM: detection.smallestStepM
  });
  const planFindings = judge(planned);
  const raises = within3(detection.raises, clock.spanS);
  const ofTheWhole = [
    ...drifted(rows, performance2),
    ...offTheGround(rows, detection, clock),
    ...bouncesMiscounted(rows, detection, clock)
  ];
  const found = [
    ...foundBy(performance2),
    ...compared,
    ...ofTempo,
    ...ofTheWhole,
    ...perhapsRaised(unasked(raises, footwork, clock))
  ];
  const own = identified(beyondPlan(found.filter(isFault), planFindings)).map(
    (one) => sure && !sure.has(one.id) ? { ...one, verdict: "cannot-tell" } : one
  );
  return {
    drill,
    footwork,
    rows,
    clock,
    performance: performance2,
    causes: withMiscounts(
      causesOf(own, (asSeen ?? { rows }).rows),
      roundsMiscounted(drill.plan.pattern.items, [...span.walkedUp, ...rows, ...span.walkedOff])
    ),
    planFindings,
    notes: notesOf(
      span,
      raises,
      found.filter((one) => !isFault(one))
    ),
    tempo
  };
}
var within3 = (raises, span) => raises.filter(({ event }) => span !== null && event.landS >= span[0] && event.liftS <= span[1]);
var unasked = (raises, { moves: moves2 }, { trackToPlanS }) => raises.filter(({ event }) => {
  const [fromS, toS] = [trackToPlanS(event.liftS), trackToPlanS(event.landS)];
  return !eventsOf(moves2).some(
    ({ how, foot, liftS, landS }) => how === "raise" && foot === event.foot && liftS < toS + BESIDE_S3 && landS > fromS - BESIDE_S3
  );
});
var BESIDE_S3 = 0.5;
var perhapsRaised = (raises) => raises.flatMap(
  ({ event, heightM }) => heightM !== null ? [] : [
    {
      fault: "extra-move",
      timeS: event.liftS,
      foot: event.foot,
      moveNumber: null,
      at: event.to,
      measured: 1,
      limit: 0,
      unit: "count",
      expandedU: 1,
      verdict: "cannot-tell"
    }
  ]
);

// core/src/check/balance.ts
function restMarginM({ stance }, { after }) {
  const own = withLead(stance, after.lead);
  const { school } = own;
  const footOf3 = (foot) => ({
    ball: after[foot],
    headingDeg: after.toesDeg[foot] ?? toeHeadingDeg(own, foot, after.facingDeg),
    heelUp: foot === after.lead ? school.leadHeelUp : school.rearHeelUp
  });
  const feet2 = { left: footOf3("left"), right: footOf3("right") };
  return balanceMarginM(own, feet2, after.facingDeg, { weightOnLead: school.weightOnLead, leanDeg: 0 });
}
function balanceReport(performance2) {
  const margins = performance2.moves.map((move) => restMarginM(performance2, move));
  const smallest = margins.length > 0 ? Math.min(...margins) : null;
  return {
    method: "weight split of the school between the feet",
    smallestMarginM: smallest,
    meanMarginM: smallest === null ? null : margins.reduce((a, b) => a + b, 0) / margins.length,
    smallestAtMove: smallest === null ? null : performance2.moves[margins.indexOf(smallest)].moveNumber ?? null
  };
}

// core/src/check/measures.ts
function errorScores(errors) {
  const count3 = errors.length;
  if (count3 === 0) return null;
  let sum = 0;
  let absolute = 0;
  let squares = 0;
  for (let i = 0; i < count3; i++) {
    const error = errors[i];
    sum += error;
    absolute += Math.abs(error);
    squares += error * error;
  }
  const ce = sum / count3;
  let spread = 0;
  for (let i = 0; i < count3; i++) spread += (errors[i] - ce) ** 2;
  return {
    ce,
    ve: Math.sqrt(spread / count3),
    ae: absolute / count3,
    e: Math.sqrt(squares / count3),
    count: count3
  };
}

// core/src/check/report.ts
var ENGINE_VERSION = 5;

// core/src/check/report-of.ts
function reportOf(judged, seen, around) {
  const { rows, performance: performance2, planFindings, notes, tempo } = judged;
  const { detection } = seen;
  const shown = rows.filter((row) => row.expected.length > 0);
  const matched = shown.filter((row) => row.observed.length > 0).length;
  const isJudged = !around.isOpen && matched > 0;
  const causes = isJudged ? judged.causes : [];
  const faults = causes.filter((cause) => cause.verdict === "not-met");
  const undecided = causes.filter((cause) => cause.verdict === "cannot-tell");
  const offsetS = offsetOf(rows);
  const moves2 = moveReports(judged, causes, offsetS);
  const { frame } = around;
  return {
    engine: ENGINE_VERSION,
    reading: around.reading,
    verdict: {
      outcome: outcomeOf(faults.length, undecided.length, isJudged),
      matched: isJudged ? matched : 0,
      planned: shown.length,
      faultCount: faults.length,
      undecidedCount: undecided.length
    },
    questions: around.questions,
    capture: captureReport(seen, performance2.uncertainty),
    moves: moves2,
    faults,
    undecided,
    planFindings,
    notes: isJudged ? notes : [],
    frame: frame && { shiftM: frame.shiftM, turnDeg: frame.turnDeg, isOff: frame.isOff },
    tempo,
    footfalls: detection.events,
    range: rangeReport(performance2, causes),
    beat: beatReport(moves2, offsetS),
    balance: balanceReport(performance2)
  };
}
var isWhole = ({ expected, observed }) => observed.length > 0 && observed.length === expected.length;
function statusOf({ planned, expected, observed }) {
  if (!planned) return "extra";
  if (expected.length === 0) return "unseen";
  if (observed.length === 0) return "missed";
  return observed.length < expected.length ? "one-foot" : "matched";
}
function offsetOf(rows) {
  const offsets = rows.flatMap((row) => {
    const { planned, observed } = row;
    return planned && observed[0] && isWhole(row) ? [observed[0].landS - planned.beatS] : [];
  });
  return offsets.length > 0 ? medianOf(offsets) : null;
}
function outcomeOf(faults, undecided, isJudged) {
  if (!isJudged) return "cannot-tell";
  if (faults > 0) return "not-met";
  return undecided > 0 ? "cannot-tell" : "met";
}
function moveReports({ rows, performance: performance2, clock }, causes, offsetS) {
  const findings = flatFindings(causes);
  const performed = new Map(performance2.moves.map((move) => [move.events[0]?.number, move]));
  const byMove = /* @__PURE__ */ new Map();
  const extras = [];
  for (const found of findings) {
    if (found.moveNumber === null) extras.push(found);
    else byMove.set(found.moveNumber, [...byMove.get(found.moveNumber) ?? [], found]);
  }
  const fittedM = performance2.stance.separation.valueM;
  return rows.map((row) => {
    const { planned, expected, observed } = row;
    const own = planned ? byMove.get(planned.number) ?? [] : extras.filter((found) => observed.some((seen2) => Math.abs(seen2.landS - found.timeS) < 1e-9));
    const lead = expected.find(isTravel);
    const seen = lead && observed.find((event) => isTravel(event) && event.foot === lead.foot);
    const errors = lead && seen ? stepErrors(lead, seen) : null;
    const after = observed[0] && performed.get(observed[0].number)?.after;
    const certain = own.filter((found) => found.verdict === "not-met");
    const open = own.filter((found) => found.verdict === "cannot-tell");
    return {
      number: planned?.number ?? null,
      status: statusOf(row),
      timeS: observed[0]?.landS ?? clock.planToTrackS(planned.beatS),
      firstFootPlanned: planned?.firstFoot ?? null,
      firstFootObserved: observed[0]?.foot ?? null,
      directionErrorDeg: errors?.directionDeg ?? null,
      distanceErrorM: errors?.distanceM ?? null,
      separationErrorM: after ? distanceM(after.left, after.right) - fittedM : null,
      timingErrorS: planned && observed[0] && isWhole(row) && offsetS !== null ? observed[0].landS - planned.beatS - offsetS : null,
      footfalls: observed.map((event) => event.number),
      faults: [...new Set(certain.map((found) => found.fault))],
      undecided: [...new Set(open.map((found) => found.fault))],
      verdict: certain.length > 0 ? "not-met" : open.length > 0 || statusOf(row) === "unseen" ? "cannot-tell" : "met"
    };
  });
}
function rangeReport({ gap, spanS: spanS2 }, causes) {
  const findings = flatFindings(causes);
  const errors = [];
  let sum = 0;
  let inside = 0;
  let longest = 0;
  let run = 0;
  for (let i = 0; i < gap.timeS.length; i++) {
    const t = gap.timeS[i];
    if (t < spanS2[0] || t > spanS2[1]) continue;
    errors.push(gap.gapM[i] - gap.plannedM[i]);
    sum += gap.gapM[i];
    const within4 = gap.gapM[i] >= gap.nearM[i] && gap.gapM[i] <= gap.farM[i];
    if (within4) inside++;
    run = within4 || i === 0 ? 0 : run + t - gap.timeS[i - 1];
    longest = Math.max(longest, run);
  }
  return {
    error: errorScores(errors),
    meanGapM: errors.length > 0 ? sum / errors.length : null,
    shareInBand: errors.length > 0 ? inside / errors.length : null,
    excursions: findings.filter((found) => found.fault === "out-of-band" && found.verdict === "not-met").length,
    longestExcursionS: longest
  };
}
function beatReport(moves2, offsetS) {
  const timing2 = moves2.flatMap((move) => move.timingErrorS === null ? [] : [move.timingErrorS]);
  return { offsetS, asynchrony: errorScores(timing2) };
}

// core/src/check/check.ts
var goesAlone = ({ events }) => new Set(events.filter(isTravel).map(({ foot }) => foot)).size === 1 && events.every(({ how }) => how !== "raise");
function withAsked(landings, { moves: moves2 }) {
  const asked2 = new Set(eventsOf(moves2).map(({ how }) => how));
  const turned3 = asked2.has("pivot") ? withTurns(landings) : landings;
  if (asked2.has("raise")) return withRaises(turned3);
  return moves2.some(goesAlone) ? withoutRaises(turned3) : turned3;
}
function checkPlan(drill) {
  const footwork = expand(drill);
  return { footwork, findings: judge(performPlan(drill, footwork)) };
}
function checkTrack(given, recorded, steps3 = {}) {
  const progress = steps3.onProgress ?? (() => void 0);
  const reading = steps3.reading ?? {};
  progress(0.05, "Expanding the plan");
  const asked2 = settled(drillRead(given, reading));
  const track = trackRead(recorded, reading, given.plan);
  const footwork = expand(asked2);
  progress(0.15, "Finding footfalls");
  const landings = detectFootfalls(track);
  const detection = withAsked(landings, footwork);
  progress(0.5, "Matching steps to the plan");
  const seen = { track, detection };
  const match = matchToPlan(footwork.moves, detection.events, {
    intervalS: 60 / asked2.plan.tempoPerMin,
    shows: showsOf(detection)
  });
  const question = questionOf(asked2, detection, match);
  const frame = question ? null : frameOf(match.rows);
  progress(0.7, "Judging");
  const judged = judgeAsMarked(asked2, seen, match, frame, reading);
  progress(0.9, "Measuring");
  const questions = question ? [question] : frame?.isOff && reading.marks !== "as seen" ? [frameQuestion(frame)] : [];
  const report = reportOf(judged, seen, { reading, questions, isOpen: question !== null, frame });
  progress(1, "Done");
  return {
    report,
    drill: judged.drill,
    footwork: judged.footwork,
    gap: judged.performance.gap,
    start: { left: detection.left.start, right: detection.right.start },
    plannedLandS: Float64Array.from(
      eventsOf(judged.footwork.moves).map((event) => judged.clock.planToTrackS(event.landS))
    )
  };
}
var frameQuestion = ({ shiftM, turnDeg }) => ({
  about: "frame",
  shiftM: Math.hypot(shiftM.x, shiftM.y),
  turnDeg,
  reading: { marks: "as seen" }
});

// core/src/sim/club.ts
var DEMO_STUDENTS = [
  {
    id: "a1c0e9d2-0001-4c1a-9a01-000000000001",
    name: "Imke Varga",
    leadSide: "left",
    schoolId: "shoulder-width",
    lengths: { statureM: 1.72, shoulderWidthM: 0.41, footLengthM: 0.252 },
    birthYear: 1998,
    note: "Second year. Rushes the last two cones.",
    level: "intermediate",
    filmingConsent: "given",
    measuredBy: "tape"
  },
  {
    id: "a1c0e9d2-0002-4c1a-9a01-000000000002",
    name: "Tobiah Lund",
    leadSide: "right",
    schoolId: "side-on",
    lengths: { statureM: 1.93, shoulderWidthM: 0.47, hipHeightM: 1.01, armLengthM: 0.76, leadTouchM: 0.97 },
    birthYear: 1994,
    note: "Long reach, leans when tired.",
    level: "advanced",
    filmingConsent: "given",
    measuredBy: "tape"
  },
  {
    id: "a1c0e9d2-0003-4c1a-9a01-000000000003",
    name: "Noor Achterberg",
    leadSide: "left",
    schoolId: "tall-square",
    lengths: { statureM: 1.64 },
    birthYear: 2001,
    note: "Kickboxing. Nothing but stature measured yet.",
    level: "beginner",
    filmingConsent: "not asked",
    measuredBy: "tape"
  },
  {
    id: "a1c0e9d2-0004-4c1a-9a01-000000000004",
    name: "Davor Quill",
    leadSide: "left",
    schoolId: "wide-base",
    lengths: { statureM: 1.81, shoulderWidthM: 0.46, footLengthM: 0.281, footBreadthM: 0.104 },
    birthYear: 1989,
    note: "Heavy on the front foot after the cross.",
    level: "intermediate",
    filmingConsent: "given",
    measuredBy: "tape"
  },
  {
    id: "a1c0e9d2-0005-4c1a-9a01-000000000005",
    name: "Lise Okonjo",
    leadSide: "right",
    schoolId: "shoulder-width",
    lengths: { statureM: 1.48, shoulderWidthM: 0.35 },
    birthYear: 2013,
    note: "Minor: parent at the session, filming allowed in writing.",
    level: "beginner",
    filmingConsent: "given by a guardian",
    measuredBy: "tape"
  },
  {
    id: "a1c0e9d2-0006-4c1a-9a01-000000000006",
    name: "Piet Sandoval",
    leadSide: "left",
    schoolId: "neutral",
    lengths: { statureM: 1.76, shoulderWidthM: 0.44, hipHeightM: 0.92 },
    birthYear: 1979,
    note: "No pivots on the left knee.",
    level: "new",
    filmingConsent: "refused",
    measuredBy: "tape"
  }
];
var DEMO_PLAN = {
  name: "Zigzag, five cones",
  floor: rectangularFloor("Saltmarsh mat", 6, 8),
  target: { kind: "bag", at: { x: 3, y: 7.4 }, radiusM: 0.18 },
  facing: { on: "target" },
  pattern: {
    start: null,
    items: [
      {
        weave: {
          cones: 5,
          spacingM: 1,
          sideOffsetM: 0.6,
          startSide: "left",
          firstCone: { x: 3, y: 1.4 },
          laneHeadingDeg: 0,
          coneRadiusM: 0.08,
          coneHeight: "flat",
          wayBack: false,
          laps: 1
        }
      }
    ]
  },
  band: { kind: "around-plan", toleranceM: 0.2 },
  tempoPerMin: 60
};

// core/src/sim/demo-floors.ts
var outline = [
  { x: 0, y: 0 },
  { x: 12, y: 0 },
  { x: 12, y: 6 },
  { x: 8, y: 6 },
  { x: 8, y: 10.5 },
  { x: 0, y: 10.5 }
];
var HALL = {
  name: "Saltmarsh hall",
  outline,
  edge: "wall",
  datums: [...cornerDatums(outline), { id: "N", name: "nail in the left skirting", at: { x: 0, y: 5 } }],
  fixtures: [
    {
      id: "bag-1",
      name: "the heavy bag",
      kind: "hanging-bag",
      at: { x: 10.2, y: 4.3 },
      radiusM: 0.18,
      hangM: 1.1,
      swingDeg: 25
    },
    { id: "post-1", name: "the pillar", kind: "post", at: { x: 8, y: 3.4 }, radiusM: 0.15 },
    {
      id: "bench-1",
      name: "the bench",
      kind: "bench",
      at: { x: 0.3, y: 8.8 },
      widthM: 0.4,
      depthM: 1.8,
      headingDeg: 0
    },
    {
      id: "door-1",
      name: "the door",
      kind: "door",
      at: { x: 7, y: 0 },
      to: { x: 8, y: 0 },
      freeM: 1.2
    }
  ]
};
var laneStart = layoutKindOf("zigzag-lane").start;
var DEMO_FLOORS = [
  {
    id: "e5a4c3d6-0001-4a5e-9e05-000000000001",
    floor: {
      name: "Tuesday in the hall",
      floor: HALL,
      tape: USUAL_TAPE,
      pieces: [
        {
          ...newPiece("lane-1", "Lane 1", true),
          kind: "layout",
          layout: laneStart,
          at: { x: 2.3, y: 2.9 },
          headingDeg: 0
        },
        {
          ...newPiece("lane-2", "Lane 2", true),
          kind: "layout",
          layout: laneStart,
          at: { x: 5.4, y: 2.9 },
          headingDeg: 0,
          mirrored: true
        },
        {
          ...newPiece("in-out", "In and out", true),
          kind: "layout",
          layout: layoutKindOf("in-and-out").start,
          at: { x: 10.2, y: 4.3 },
          headingDeg: 180,
          worksOn: "bag-1"
        }
      ]
    }
  },
  {
    id: "e5a4c3d6-0002-4a5e-9e05-000000000002",
    floor: {
      name: "Ring, circling",
      floor: standardFloor(STANDARD_FLOORS[0]),
      tape: USUAL_TAPE,
      pieces: [
        {
          ...newPiece("circle", "Circle", false),
          kind: "layout",
          layout: { kind: "circle", marks: 8, radius: { value: 0.5, unit: "long" } },
          at: { x: 3.05, y: 3.05 },
          headingDeg: 0
        },
        {
          ...newPiece("target", "Partner", false),
          kind: "mark",
          mark: {
            number: 1,
            name: "partner",
            purpose: "turns to face",
            at: { x: 3.05, y: 3.05 },
            kind: "partner",
            radiusM: 0.2
          }
        }
      ]
    }
  },
  {
    id: "e5a4c3d6-0003-4a5e-9e05-000000000003",
    floor: {
      name: "Competition mat, slip lines",
      floor: standardFloor(STANDARD_FLOORS.find(({ id }) => id === "mat-8")),
      tape: USUAL_TAPE,
      pieces: [0, 1, 2].map((i) => ({
        ...newPiece(`slip-${i + 1}`, `Slip line ${i + 1}`, true),
        kind: "layout",
        layout: { kind: "slip-line", length: metres(5) },
        at: { x: 1.4 + i * 2.6, y: 1.5 },
        headingDeg: 0
      }))
    }
  }
];

// core/src/sim/walk.ts
var SIMULATED_FAULTS = FAULT_NAMES.filter((name) => FAULTS[name].made !== null);
var ZERO = { x: 0, y: 0 };
var ANYWHERE = ["missed-move", "extra-move", "off-beat"];
var OF_TWO = ["other foot first", "follow short", "cross", "one foot only"];
function canHave(fault, move) {
  const going = move.events.filter(isTravel);
  if (going.length === 0) return false;
  const made = FAULTS[fault].made;
  if (OF_TWO.includes(made.how) && new Set(going.map(({ foot }) => foot)).size < 2) return false;
  if (fault === "strike-early" || fault === "strike-late") {
    return move.strikes.some(({ when }) => fault === "strike-early" || when === "together");
  }
  if (fault === "half-exit" && Math.abs(move.directionDeg) < 90) return false;
  return ANYWHERE.includes(fault) || usualFaults(move).includes(fault);
}
function walk(drill, footwork, faults, habits, chance) {
  const start2 = startingBalls(footwork);
  const { left, right } = footwork.start.feet;
  const startHeadings = { left: left.headingDeg, right: right.headingDeg };
  const state = {
    balls: start2,
    headings: { ...startHeadings },
    offset: ZERO,
    delayS: 0,
    events: [],
    moveOf: [],
    strikes: []
  };
  for (const move of footwork.moves) {
    const fault = faults.find((placed) => placed.moveNumber === move.number)?.fault;
    const made = fault ? FAULTS[fault].made : null;
    if (made?.how === "wait before") state.delayS += made.beats * 60 / drill.plan.tempoPerMin;
    const going = { drill, stance: footwork.stance, habits, chance, move, made, state };
    if (made?.how !== "leave out") {
      doMove(going);
      throwStrikes(going);
    }
    if (made?.how === "shuffle after") shuffle(going, made.byM);
    state.offset = habits.recovers ? ZERO : offsetAfter(going);
  }
  return {
    start: start2,
    startHeadings,
    events: state.events,
    moveOf: state.moveOf,
    strikes: state.strikes,
    endS: footwork.endS + state.delayS
  };
}
function offsetAfter({ state, move, made }) {
  if (!made?.lasts) return state.offset;
  const wanted = midpoint(move.after.left, move.after.right);
  return subtract(midpoint(state.balls.left, state.balls.right), wanted);
}
var eitherWay = (chance, size) => chance.uniform() < 0.5 ? size : -size;
function offMark({ move, state }) {
  const going = new Set(move.events.filter(isTravel).map(({ foot }) => foot));
  const stands = ["left", "right"].find((foot) => !going.has(foot));
  return going.size === 1 && stands ? subtract(state.balls[stands], move.before[stands]) : state.offset;
}
function landingsOf2({ drill, stance: fitted, chance, move, made, state }) {
  const stance = withLead(fitted, move.after.lead);
  const separationM = stance.separation.valueM;
  const offset = offMark({ move, state });
  const wanted = (foot) => {
    const goes = move.events.findLast((event) => event.foot === foot && isTravel(event));
    return goes ? add(goes.to, offset) : state.balls[foot];
  };
  const along = (foot, factor, turnDeg = 0) => {
    const step2 = subtract(wanted(foot), state.balls[foot]);
    const size = Math.hypot(step2.x, step2.y) * factor;
    return add(state.balls[foot], scale(forward(headingDeg(ZERO, step2) + turnDeg), size));
  };
  const both = (factor, turnDeg = 0) => ({
    left: along("left", factor, turnDeg),
    right: along("right", factor, turnDeg)
  });
  const plain = { left: wanted("left"), right: wanted("right") };
  const follows = move.events.findLast(isTravel)?.foot ?? otherFoot(move.firstFoot);
  const leads = otherFoot(follows);
  switch (made?.how) {
    case "travel":
      return both(
        "share" in made ? made.share : made.halfSteps * stance.school.limits.halfStepRatio * separationM / move.distanceM
      );
    case "turn":
      return both(1, eitherWay(chance, made.byDeg));
    case "follow at": {
      const line = subtract(plain[follows], plain[leads]);
      const to = add(plain[leads], scale(line, made.ratio * separationM / Math.hypot(line.x, line.y)));
      return { ...plain, [follows]: to };
    }
    case "follow short":
      return { ...plain, [follows]: along(follows, made.share) };
    case "one foot only":
      return { ...plain, [follows]: state.balls[follows] };
    case "shift": {
      const by = scale(rightOf(move.after.facingDeg), eitherWay(chance, made.byM));
      return { left: add(plain.left, by), right: add(plain.right, by) };
    }
    case "swing": {
      const swings = move.events.find(({ about: about2 }) => about2);
      if (!swings?.about) return plain;
      const about = state.balls[otherFoot(swings.foot)];
      const more = Math.sign(arcTurnDeg(swings, swings.about)) * made.byDeg;
      return { ...plain, [swings.foot]: turnAbout(plain[swings.foot], about, more) };
    }
    case "cross": {
      const facing = move.faces === "target" ? headingDeg(midpoint(plain.left, plain.right), targetAt(drill.plan.target, move.beatS)) : move.after.facingDeg;
      const reading = readStance(plain.left, plain.right, facing, stance.leadSide);
      const over = (follows === "left" ? 1 : -1) * made.overM;
      const back = (follows === stance.leadSide ? 1 : -1) * Math.max(made.backRatio * separationM, reading.separationM / 2);
      return { ...plain, [follows]: fromFacing(plain[leads], facing, over, back) };
    }
    case "onto a cone": {
      const cones = conesOf(drill.plan);
      const nearest2 = cones.reduce(
        (a, b) => distanceM(b.at, plain[leads]) < distanceM(a.at, plain[leads]) ? b : a
      );
      return { ...plain, [leads]: nearest2.at };
    }
    default:
      return plain;
  }
}
function turnedMore({ made, move, chance }) {
  if (made?.how === "look away") return eitherWay(chance, made.byDeg);
  if (made?.how !== "swing") return 0;
  const swings = move.events.find(({ about }) => about);
  return swings?.about ? Math.sign(arcTurnDeg(swings, swings.about)) * made.byDeg : 0;
}
function roundWhat(event, { move, state }, landings) {
  const { about } = event;
  const other2 = otherFoot(event.foot);
  if (!about) return void 0;
  if (distanceM(about, move.before[other2]) < 1e-9) return state.balls[other2];
  return distanceM(about, move.after[other2]) < 1e-9 ? landings[other2] : about;
}
function isDone(event, { made, move }) {
  if (made?.how === "flat foot") return event.how !== "pivot";
  if (made?.how !== "one foot only") return true;
  return event.foot === move.events.find(isTravel)?.foot;
}
function doMove(going) {
  const { habits, chance, state, move, made } = going;
  const landings = landingsOf2(going);
  const more = turnedMore(going);
  const planned = move.events.filter((event) => isDone(event, going));
  const order = made?.how === "other foot first" ? [...planned].reverse() : planned;
  const late = habits.timingS * Math.max(-2, Math.min(2, chance.normal())) + state.delayS;
  const ends = (event) => move.events.findLast(({ foot, how }) => foot === event.foot && how !== "pivot") === event;
  order.forEach((event, i) => {
    const slot = planned[i] ?? event;
    const scatter2 = isTravel(event) ? { x: habits.placeM * chance.normal(), y: habits.placeM * chance.normal() } : ZERO;
    const goesTo = ends(event) ? landings[event.foot] : add(event.to, state.offset);
    const headingAfterDeg = made?.how === "flat foot" && event.foot === move.events.find(isTravel)?.foot ? state.headings[event.foot] : wrapDeg((event.headingAfterDeg ?? state.headings[event.foot]) + more);
    land(state, move.number, {
      foot: event.foot,
      how: event.how,
      to: isTravel(event) ? add(goesTo, scatter2) : state.balls[event.foot],
      liftS: slot.liftS + late,
      landS: slot.landS + late + 0.3 * habits.timingS * chance.normal(),
      headingAfterDeg,
      swingDeg: event.swingDeg,
      about: roundWhat(event, going, landings)
    });
  });
}
var RESETS_S = 0.18;
function throwStrikes({ move, made, state }) {
  const own = state.events.filter((_, i) => state.moveOf[i] === move.number);
  const stands = own.length === 0;
  const settles = (event) => isTravel(event) || event.how === "pivot";
  const travels = own.filter(isTravel);
  const done = travels.length > 0 ? travels : own.filter(({ how }) => how === "pivot");
  const before = stands ? state.events.filter(settles) : done;
  const lastS2 = Math.max(...before.map(({ landS }) => landS));
  if (!stands && done.length === 0) return;
  for (const { strike: strike3, when } of move.strikes) {
    const { side, contactS } = strikeTiming(strike3);
    const foot = side === "lead" ? move.after.lead : otherFoot(move.after.lead);
    const ownS = done.findLast((event) => event.foot === foot)?.landS ?? lastS2;
    const restedS = lastS2 + RESETS_S + contactS;
    const dueS = stands ? Math.max(restedS, move.beatS + state.delayS) : when === "together" ? ownS : restedS;
    state.strikes.push({ name: strike3, timeS: dueS + (made?.how === "strike at" ? made.byS : 0) });
  }
}
function land(state, moveNumber, { about, swingDeg, ...landing2 }) {
  state.events.push({
    ...landing2,
    ...about ? { about } : {},
    ...swingDeg === void 0 ? {} : { swingDeg },
    number: state.events.length + 1,
    from: state.balls[landing2.foot],
    headingBeforeDeg: state.headings[landing2.foot]
  });
  state.moveOf.push(moveNumber);
  state.balls = { ...state.balls, [landing2.foot]: landing2.to };
  state.headings = { ...state.headings, [landing2.foot]: landing2.headingAfterDeg };
}
function shuffle({ state, drill, move, chance }, byM) {
  const intervalS = 60 / drill.plan.tempoPerMin;
  state.delayS += intervalS;
  const facing = move.faces === "target" ? headingDeg(midpoint(state.balls.left, state.balls.right), targetAt(drill.plan.target, move.beatS)) : move.after.facingDeg;
  const toLeft = chance.uniform() < 0.5;
  const step2 = scale(rightOf(facing), toLeft ? -byM : byM);
  const feet2 = toLeft ? ["left", "right"] : ["right", "left"];
  const going = move.events.filter(isTravel);
  const [first] = going;
  if (!first) return;
  feet2.forEach((foot, i) => {
    const halfS = (first.landS - first.liftS) / 2;
    const alone = { ...first, liftS: first.liftS + i * halfS, landS: first.liftS + (i + 1) * halfS };
    const slot = going.length > 1 ? going[i] ?? first : alone;
    land(state, null, {
      foot,
      how: slot.how === "drag" ? "drag" : "step",
      to: add(state.balls[foot], step2),
      liftS: slot.liftS + state.delayS,
      landS: slot.landS + state.delayS,
      headingAfterDeg: state.headings[foot]
    });
  });
}

// core/src/sim/tracker.ts
var GOOD_STUDENT = { placeM: 4e-3, timingS: 0.02, recovers: true };
var TRACKER_DEFAULTS = {
  seed: 1,
  rateHz: 100,
  noiseM: 5e-3,
  positionUM: 2e-3,
  driftM: 3e-3,
  dropShare: 0.01,
  faults: [],
  habits: GOOD_STUDENT,
  course: minimumJerk,
  bulgeM: 0.012
};
var LIFT_HEIGHT_M = 0.03;
var BOUNCE_HEIGHT_M = 0.01;
var KICK_HEIGHT_M = 0.8;
var KICK_OUT_M = 0.6;
var FEINT_LONGEST_S = 0.3;
var BURST_SAMPLES = 6;
var HEADING_NOISE_DEG = 1.2;
var DRIFT_PERIOD_S = 37;
function simulate(given, settings) {
  const drill = settled(given);
  const chance = chanceFrom(settings.seed);
  const footwork = expand(drill);
  const truth = walk(drill, footwork, settings.faults, settings.habits, chance);
  const track = sampleWalk(truth, settings, chance);
  return { track: { ...track, ...partnerColumns(drill, track, settings) }, truth };
}
function partnerColumns(drill, { timeS }, settings) {
  const theirs = partnersDrill(drill);
  if (!theirs) return {};
  const chance = chanceFrom(settings.seed + 104729);
  const truth = walk(settled(theirs), expand(theirs), [], settings.habits, chance);
  const { left, right } = sampleWalk(
    { ...truth, endS: Math.max(truth.endS, timeS.at(-1) ?? 0) },
    settings,
    chance
  );
  const column = ({ x, y }) => ({
    x: x.slice(0, timeS.length),
    y: y.slice(0, timeS.length)
  });
  return { targetLeft: column(left), targetRight: column(right) };
}
function spreadFaults(faults, moves2, seed) {
  const chance = chanceFrom(seed + 7919);
  const taken = /* @__PURE__ */ new Set();
  return faults.flatMap((fault, i) => {
    const wanted = (i + 0.5 + 0.3 * (chance.uniform() - 0.5)) * moves2.length / faults.length;
    const slot = Math.min(moves2.length - 1, Math.max(2, Math.round(wanted)));
    const [move] = moves2.filter((one) => canHave(fault, one) && !taken.has(one.number)).toSorted((a, b) => Math.abs(a.number - slot) - Math.abs(b.number - slot));
    if (!move) return [];
    taken.add(move.number);
    return [{ fault, moveNumber: move.number }];
  });
}
function sampleWalk(truth, settings, chance) {
  const n = Math.floor(truth.endS * settings.rateHz) + 1;
  const timeS = Float64Array.from({ length: n }, (_, i) => i / settings.rateHz);
  const lost = lostSamples(n, settings.dropShare, chance);
  const foot = (name) => {
    const columns = sampleFoot(
      timeS,
      { at: truth.start[name], headingDeg: truth.startHeadings[name] },
      truth.events.filter((event) => event.foot === name),
      settings
    );
    disturb(columns, timeS, lost, settings, chance);
    return columns;
  };
  return {
    timeS,
    left: foot("left"),
    right: foot("right"),
    target: null,
    targetLeft: null,
    targetRight: null,
    strikes: truth.strikes.map(({ timeS: atS, name }) => ({ index: Math.round(atS * settings.rateHz), name })).filter(({ index }) => index < n),
    notes: {
      source: "simulated tracker",
      seed: String(settings.seed),
      position_u_m: String(settings.positionUM)
    }
  };
}
function sampleFoot(timeS, start2, events, settings) {
  const n = timeS.length;
  const columns = {
    x: new Float64Array(n),
    y: new Float64Array(n),
    headingDeg: new Float64Array(n),
    z: new Float64Array(n)
  };
  let at = -1;
  for (let i = 0; i < n; i++) {
    const t = timeS[i];
    while (at + 1 < events.length && events[at + 1].liftS <= t) at++;
    const event = events[at];
    const share = event ? Math.min(1, (t - event.liftS) / (event.landS - event.liftS)) : 1;
    const way2 = share >= 1 ? 1 : settings.course(share);
    const bulge = share < 1 ? Math.sin(Math.PI * share) ** 2 : 0;
    const ball = event ? ballIn(event, way2, bulge, settings) : start2.at;
    columns.x[i] = ball.x;
    columns.y[i] = ball.y;
    const [before, after] = [event?.headingBeforeDeg ?? null, event?.headingAfterDeg ?? null];
    columns.headingDeg[i] = before === null || after === null ? start2.headingDeg : wrapDeg(before + way2 * wrapDeg(after - before));
    columns.z[i] = event && share < 1 ? heightIn(event) * Math.sin(Math.PI * share) : 0;
  }
  return columns;
}
function ballIn(event, way2, bulge, settings) {
  const on = ballOnWay(event, way2);
  switch (event.how) {
    case "pivot":
    case "bounce":
      return event.to;
    case "raise":
      return isFeint(event) ? on : add(on, scale(forward(event.headingBeforeDeg ?? 0), KICK_OUT_M * bulge));
    case "step":
    case "drag":
    case "hop":
      return event.about ? on : add(on, scale(rightOf(headingDeg(event.from, event.to)), settings.bulgeM * bulge));
  }
}
var isFeint = ({ liftS, landS }) => landS - liftS <= FEINT_LONGEST_S;
function heightIn(event) {
  switch (event.how) {
    case "pivot":
    case "drag":
      return 0;
    case "bounce":
      return BOUNCE_HEIGHT_M;
    case "raise":
      return isFeint(event) ? LIFT_HEIGHT_M : KICK_HEIGHT_M;
    case "step":
    case "hop":
      return LIFT_HEIGHT_M;
  }
}
function disturb(columns, timeS, lost, settings, chance) {
  const phase = 2 * Math.PI * chance.uniform();
  for (let i = 0; i < timeS.length; i++) {
    const wander = settings.driftM * Math.sin(2 * Math.PI * timeS[i] / DRIFT_PERIOD_S + phase);
    const noisy = settings.noiseM > 0;
    columns.x[i] = lost[i] ? NaN : columns.x[i] + wander + settings.noiseM * (noisy ? chance.normal() : 0);
    columns.y[i] = lost[i] ? NaN : columns.y[i] - wander + settings.noiseM * (noisy ? chance.normal() : 0);
    columns.z[i] = lost[i] ? NaN : columns.z[i] + settings.noiseM * (noisy ? chance.normal() : 0);
    const turned3 = columns.headingDeg[i] + (noisy ? HEADING_NOISE_DEG * chance.normal() : 0);
    columns.headingDeg[i] = lost[i] ? NaN : wrapDeg(turned3);
  }
}
function lostSamples(n, share, chance) {
  const lost = new Uint8Array(n);
  const bursts = Math.round(share * n / BURST_SAMPLES);
  for (let burst = 0; burst < bursts; burst++) {
    const from = chance.below(n);
    const length2 = 1 + chance.below(2 * BURST_SAMPLES - 1);
    for (let i = from; i < Math.min(n, from + length2); i++) lost[i] = 1;
  }
  return lost;
}

// core/src/sim/true-findings.ts
function trueFindings(given, truth) {
  const drill = settled(given);
  const footwork = expand(drill);
  const { target } = drill.plan;
  const bandAt = bandsAlong(drill.plan, footwork);
  const planned = performPlan(drill, footwork);
  const rows = knownRows(truth, footwork.moves);
  const clock = clockMap(rows);
  const ballAt = courseOf(truth.start, truth.events);
  const plannedGapAt = plannedGap(planned, target.radiusM);
  const targetNow = (timeS2) => targetAt(target, clock.trackToPlanS(timeS2));
  const timeS = Float64Array.from({ length: Math.floor(truth.endS * 50) }, (_, i) => i / 50);
  const moves2 = performedMoves(rows, { ...planned, start: truth.start }, clock);
  const performance2 = {
    ...planned,
    start: truth.start,
    moves: moves2,
    ballAt,
    strikes: truth.strikes.map((strike3) => ({ ...strike3, uS: 0 })),
    spanS: clock.spanS ?? [0, 0],
    targetAt: targetNow,
    gap: gapSeries(
      timeS,
      { ballAt, targetAt: targetNow },
      { target, bandAt: (t) => bandAt(clock.trackToPlanS(t)) },
      (t) => plannedGapAt(clock.trackToPlanS(t))
    )
  };
  const { limits } = footwork.stance.school;
  const uOf = () => EXACT_EVENT;
  const found = [
    ...foundBy(performance2).filter(isFault),
    ...compareWithPlan(rows, {
      limits,
      planToTrackS: clock.planToTrackS,
      uOf,
      isBlindAt: () => false,
      smallestStepM: 0
    }),
    ...judgeTempo(rows, drill.plan.tempoPerMin, limits, uOf).found
  ];
  return identified(beyondPlan(found, judge(planned))).filter((found2) => found2.verdict === "not-met");
}
function knownRows(truth, planned) {
  const rows = planned.map((move) => ({
    planned: move,
    expected: move.events.filter((event) => event.how !== "bounce"),
    observed: truth.events.filter((_, i) => truth.moveOf[i] === move.number)
  }));
  const extras = truth.events.flatMap((event, i) => truth.moveOf[i] === null ? [{ event, i }] : []);
  for (let e = 0; e < extras.length; e += 2) {
    const before = truth.moveOf.slice(0, extras[e].i).findLast((number2) => number2 !== null) ?? 0;
    const at = rows.findIndex((row) => row.planned?.number === before) + 1;
    rows.splice(at, 0, {
      planned: null,
      expected: [],
      observed: extras.slice(e, e + 2).map(({ event }) => event)
    });
  }
  return rows;
}

// bench/rough.ts
var SPOILERS = {
  "coloured jitter": (track, _truth, seed) => eachFoot(track, (foot, k) => withNoise(foot, coloured(seed + k, 5e-3, 0.7))),
  "sway while planted": (track, truth, seed) => eachFoot(track, (foot, k) => withNoise(foot, plus(white(seed + k, 5e-3), sway(track, truth, 4e-3)))),
  "skid on landing": (track, truth, seed) => eachFoot(
    track,
    (foot, k) => withNoise(foot, plus(white(seed + k, 5e-3), skid(track, truth, k === 0 ? "left" : "right")))
  ),
  "uneven times, no headings": (track, _truth, seed) => {
    const chance = chanceFrom(seed);
    const keep = Array.from(track.timeS, (_, i) => i).filter(() => chance.uniform() > 0.12);
    const pick2 = (values) => Float64Array.from(keep, (i) => values[i]);
    const spoiled = eachFoot(track, (foot2, k) => withNoise(foot2, white(seed + k, 5e-3)));
    const foot = (samples) => ({
      x: pick2(samples.x),
      y: pick2(samples.y),
      headingDeg: null,
      z: null
    });
    return { ...spoiled, timeS: pick2(track.timeS), left: foot(spoiled.left), right: foot(spoiled.right) };
  }
};
var plus = (a, b) => (i) => {
  const [p, q] = [a(i), b(i)];
  return { x: p.x + q.x, y: p.y + q.y };
};
function white(seed, sd) {
  const chance = chanceFrom(seed);
  return () => ({ x: sd * chance.normal(), y: sd * chance.normal() });
}
function coloured(seed, sd, memory) {
  const chance = chanceFrom(seed);
  const drive = sd * Math.sqrt(1 - memory * memory);
  let [x, y] = [0, 0];
  return () => {
    x = memory * x + drive * chance.normal();
    y = memory * y + drive * chance.normal();
    return { x, y };
  };
}
function sway(track, truth, amplitudeM) {
  return (i) => {
    const t = track.timeS[i];
    const flight = truth.events.find(({ liftS, landS }) => t >= liftS - 0.15 && t <= landS + 0.15);
    if (!flight) return { x: 0, y: 0 };
    const share = (t - flight.liftS + 0.15) / (flight.landS - flight.liftS + 0.3);
    const way2 = amplitudeM * Math.sin(Math.PI * share) ** 2;
    return { x: way2, y: 0.5 * way2 };
  };
}
function skid(track, truth, foot) {
  const own = truth.events.filter((footfall) => footfall.foot === foot);
  return (i) => {
    const t = track.timeS[i];
    const last = own.findLast(({ landS }) => landS <= t + 0.06);
    if (!last) return { x: 0, y: 0 };
    const age = Math.min(1, Math.max(0, (t - last.landS + 0.06) / 0.06));
    const rest = 8e-3 * age * Math.exp(-Math.max(0, t - last.landS) / 0.04);
    const size = Math.max(1e-6, Math.hypot(last.to.x - last.from.x, last.to.y - last.from.y));
    return { x: -rest * (last.to.x - last.from.x) / size, y: -rest * (last.to.y - last.from.y) / size };
  };
}
function withNoise(foot, disturbance) {
  const x = Float64Array.from(foot.x);
  const y = Float64Array.from(foot.y);
  for (let i = 0; i < x.length; i++) {
    const d = disturbance(i);
    x[i] += d.x;
    y[i] += d.y;
  }
  return { ...foot, x, y };
}
var eachFoot = (track, spoil) => ({
  ...track,
  left: spoil(track.left, 0),
  right: spoil(track.right, 1)
});

// bench/table.ts
function printTable(headings, rows) {
  const widths = headings.map(
    (heading, i) => Math.max(heading.length, ...rows.map((row) => (row[i] ?? "").length))
  );
  const line = (cells) => cells.map((cell, i) => cell.padEnd(widths[i])).join("  ");
  console.log(line(headings));
  console.log(widths.map((width) => "-".repeat(width)).join("  "));
  for (const row of rows) console.log(line(row));
}

// bench/accuracy.ts
var COURSES2 = {
  "minimum jerk": minimumJerk,
  "half cosine": (s) => (1 - Math.cos(Math.PI * s)) / 2,
  smoothstep: (s) => s * s * (3 - 2 * s),
  cycloid: (s) => s - Math.sin(2 * Math.PI * s) / (2 * Math.PI),
  "late braking": (s) => minimumJerk(Math.pow(s, 1.25)),
  "early braking": (s) => 1 - minimumJerk(Math.pow(1 - s, 1.25))
};
var newTally = () => ({
  drills: 0,
  cleanWhole: 0,
  clean: 0,
  landMs: [],
  placeMm: [],
  truePositive: 0,
  falsePositive: 0,
  missed: 0,
  injected: 0,
  injectedFound: 0,
  causes: 0
});
var byFault = /* @__PURE__ */ new Map();
function accuracy(drillsPerRow, seed) {
  console.log(`Accuracy at 100 Hz, 5 mm noise, 3 mm drift, 1 % lost samples; seed ${seed}
`);
  const rows = Object.entries(COURSES2).map(([name, course], i) => {
    const tally = newTally();
    for (let d = 0; d < drillsPerRow; d++) oneDrill(tally, { course }, seed + 1e3 * i + d);
    return [name, ...figures(tally)];
  });
  for (const [i, [name, spoil]] of Object.entries(SPOILERS).entries()) {
    const tally = newTally();
    for (let d = 0; d < drillsPerRow; d++) {
      oneDrill(tally, { noiseM: 0 }, seed + 1e3 * (i + 10) + d, spoil);
    }
    rows.push([name, ...figures(tally)]);
  }
  printTable(
    [
      "course of the foot, or capture",
      "drills",
      "land p95 ms",
      "place p95 mm",
      "clean drills whole",
      "precision",
      "recall",
      "injected found",
      "causes told"
    ],
    rows
  );
  console.log("\nDemanded: land 30 ms, place 10 mm, whole 99 %, precision and recall 0.95\n");
  printTable(
    ["fault", "found", "missed", "wrongly found"],
    [...byFault].sort(([a], [b]) => a.localeCompare(b)).map(([fault, n]) => [fault, `${n.hit}`, `${n.missed}`, `${n.wrong}`])
  );
}
function oneDrill(tally, capture, seed, spoil = (track) => track) {
  const chance = chanceFrom(seed);
  const student = DEMO_STUDENTS[chance.below(DEMO_STUDENTS.length)];
  const tempoPerMin = 45 + chance.below(40);
  const startSide = chance.uniform() < 0.5 ? "left" : "right";
  const plan = { ...withLane(DEMO_PLAN, { startSide }), tempoPerMin };
  const drill = { plan, student };
  const faulty = chance.uniform() < 0.6;
  const { moves: moves2 } = expand(drill);
  const faults = faulty ? spreadFaults(
    Array.from({ length: 3 }, () => pick(SIMULATED_FAULTS, chance.below)),
    moves2,
    seed
  ) : [];
  const { track, truth } = simulate(drill, {
    ...TRACKER_DEFAULTS,
    ...capture,
    seed,
    faults,
    habits: { ...TRACKER_DEFAULTS.habits, recovers: chance.uniform() < 0.5 }
  });
  const { report } = checkTrack(drill, spoil(track, truth, seed));
  tally.drills++;
  tallyFootfalls(tally, truth, report, !faulty);
  tallyFaults(tally, drill, truth, report, faults);
}
var pick = (list, below) => list[below(list.length)];
function tallyFootfalls(tally, truth, report, clean) {
  let whole = true;
  for (const real of truth.events) {
    const seen = report.footfalls.filter((footfall) => footfall.foot === real.foot && Math.abs(footfall.landS - real.landS) < 0.25).sort((a, b) => Math.abs(a.landS - real.landS) - Math.abs(b.landS - real.landS))[0];
    if (!seen) {
      whole = false;
      continue;
    }
    tally.landMs.push(1e3 * Math.abs(seen.landS - real.landS));
    tally.placeMm.push(1e3 * distanceM(seen.to, real.to));
  }
  if (!clean) return;
  tally.clean++;
  if (whole && report.verdict.matched === report.verdict.planned) tally.cleanWhole++;
}
var kindOf2 = (fault) => fault === "stance-not-restored" ? "foot-not-following" : fault;
function tallyFaults(tally, drill, truth, report, injected) {
  const keyOf = ({ fault, moveNumber, foot }) => `${fault} ${moveNumber} ${foot}`;
  const ofPlan = new Set(report.planFindings.map(keyOf));
  const isAsked = (found) => !ofPlan.has(keyOf(found));
  const real = trueFindings(drill, truth).filter(isAsked);
  const same = (a, b) => kindOf2(a.fault) === kindOf2(b.fault) && (a.moveNumber === b.moveNumber ? a.moveNumber !== null || Math.abs(a.timeS - b.timeS) < 1 : a.fault === "out-of-band" && Math.abs(a.timeS - b.timeS) < 1);
  const note = (fault, what2) => {
    const row = byFault.get(fault) ?? { hit: 0, missed: 0, wrong: 0 };
    row[what2]++;
    byFault.set(fault, row);
  };
  const all = flatFindings([...report.faults, ...report.undecided]).filter(isAsked);
  const told = all.filter(({ verdict }) => verdict === "not-met");
  tally.causes += report.faults.length;
  for (const found of told) {
    if (real.some((one) => same(one, found))) {
      tally.truePositive++;
      note(found.fault, "hit");
    } else {
      tally.falsePositive++;
      note(found.fault, "wrong");
      if (process.env["VERBOSE"])
        console.log(
          "wrong",
          found.fault,
          found.moveNumber,
          found.timeS.toFixed(2),
          found.measured.toFixed(3),
          found.limit.toFixed(3),
          found.expandedU.toFixed(3),
          "injected",
          injected.map((f) => `${f.fault}#${f.moveNumber}`).join(" "),
          drill.student.name
        );
    }
  }
  for (const one of real) {
    const found = all.some((other2) => same(one, other2));
    if (!found) {
      tally.missed++;
      note(one.fault, "missed");
      if (process.env["VERBOSE"])
        console.log(
          "missed",
          one.fault,
          one.moveNumber,
          one.timeS.toFixed(2),
          one.measured.toFixed(3),
          one.limit.toFixed(3),
          "injected",
          injected.map((f) => `${f.fault}#${f.moveNumber}`).join(" "),
          drill.student.name
        );
    }
  }
  for (const one of injected) {
    tally.injected++;
    if (told.some(
      (found) => kindOf2(found.fault) === kindOf2(one.fault) && (found.moveNumber === one.moveNumber || found.fault === "extra-move")
    ))
      tally.injectedFound++;
    else if (process.env["VERBOSE"])
      console.log(
        "injected not found",
        one,
        drill.student.name,
        report.faults.map((f) => `${f.fault}#${f.moveNumber}`).join(" ")
      );
  }
}
function figures(tally) {
  const ratio = (a, b) => b === 0 ? "-" : (a / b).toFixed(3);
  return [
    `${tally.drills}`,
    percentile(tally.landMs, 0.95).toFixed(1),
    percentile(tally.placeMm, 0.95).toFixed(1),
    `${tally.cleanWhole}/${tally.clean}`,
    ratio(tally.truePositive, tally.truePositive + tally.falsePositive),
    ratio(tally.truePositive, tally.truePositive + tally.missed),
    `${tally.injectedFound}/${tally.injected}`,
    `${tally.causes}`
  ];
}
function percentile(values, share) {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? NaN;
}

// bench/bound.ts
import { levenbergMarquardt } from "ml-levenberg-marquardt";

// bench/feet.ts
var smooth = (s) => 6 * s ** 5 - 15 * s ** 4 + 10 * s ** 3;
var trapezoid = (rise, fall) => (s) => {
  const top = 1 / (1 - rise / 2 - fall / 2);
  if (s < rise) return top * s * s / (2 * rise);
  if (s <= 1 - fall) return top * (s - rise / 2);
  return 1 - top * (1 - s) ** 2 / (2 * fall);
};
var FAMILIES = {
  "minimum jerk": smooth,
  "half cosine": (s) => 0.5 - 0.5 * Math.cos(Math.PI * s),
  trapezoid: trapezoid(0.25, 0.25),
  "early braking": trapezoid(0.2, 0.6),
  "late braking": trapezoid(0.6, 0.2),
  "two-phase roll": (s) => 0.82 * smooth(Math.min(1, s / 0.72)) + 0.18 * smooth(Math.max(0, (s - 0.45) / 0.55))
};
var STEPS3 = 60;
var LEAST_PLANT_S = 0.18;
function makeFeet(order, seed) {
  const chance = chanceFrom(seed);
  const within4 = ([least, most]) => least + (most - least) * chance.uniform();
  const at = { left: { x: 2, y: 2 }, right: { x: 2.4, y: 2 } };
  const courses = Object.values(FAMILIES);
  const legs = [];
  let timeS = 1.2;
  for (let n = 0; n < STEPS3; n++) {
    const foot = n % 2 === 0 ? "left" : "right";
    const flightS = within4(order.flightS);
    const wayM = within4(order.stepM);
    const away = Math.hypot(at[foot].x - 2.2, at[foot].y - 2);
    const home = Math.atan2(2 - at[foot].y, 2.2 - at[foot].x);
    const turn2 = away > 1 ? home + 0.6 * (chance.uniform() - 0.5) : 2 * Math.PI * chance.uniform();
    const [dx, dy] = [Math.cos(turn2), Math.sin(turn2)];
    const from = at[foot];
    const to = { x: from.x + wayM * dx, y: from.y + wayM * dy };
    at[foot] = to;
    legs.push({
      foot,
      liftS: timeS,
      landS: timeS + flightS,
      x: to.x,
      y: to.y,
      wayM,
      from,
      course: courses[chance.below(courses.length)],
      settleM: Math.min(0.4 * wayM, within4(order.settleM)),
      settleS: within4(order.settleS),
      riseM: chance.uniform() < order.slides ? 0 : 0.02 + 0.05 * chance.uniform()
    });
    timeS += flightS + LEAST_PLANT_S + 0.3 * chance.uniform();
  }
  return { track: sampled(order, legs, timeS + 1, chance), steps: legs };
}
function sampled(order, legs, endS, chance) {
  const n = Math.floor(endS * order.rateHz);
  const timeS = Float64Array.from({ length: n }, (_, i) => i / order.rateHz);
  const lost = new Uint8Array(n);
  for (let gone = 0; gone < order.missing * n; ) {
    const from = chance.below(n);
    const length2 = 1 + chance.below(Math.max(2, Math.round(0.12 * order.rateHz)));
    for (let i = from; i < Math.min(n, from + length2); i++) lost[i] = 1;
    gone += length2;
  }
  const foot = (name, startX) => {
    const own = legs.filter((leg) => leg.foot === name);
    const others = legs.filter((leg) => leg.foot !== name);
    const [x, y, z] = [new Float64Array(n), new Float64Array(n), new Float64Array(n)];
    const keep = Math.exp(-1 / (0.25 * order.rateHz));
    const drive = order.slowM * Math.sqrt(1 - keep * keep);
    let [slowX, slowY] = [order.slowM * chance.normal(), order.slowM * chance.normal()];
    for (let i = 0; i < n; i++) {
      const t = timeS[i];
      const leg = own.findLast(({ liftS }) => liftS <= t);
      let [px, py, pz] = [leg?.from.x ?? startX, leg?.from.y ?? 2, 0];
      if (leg) {
        const share = (t - leg.liftS) / (leg.landS - leg.liftS);
        const restM = leg.settleM * Math.exp(-3 * (t - leg.landS) / leg.settleS);
        const wayM = share < 1 ? (leg.wayM - leg.settleM) * leg.course(share) : leg.wayM - restM;
        px += (leg.x - leg.from.x) * wayM / leg.wayM;
        py += (leg.y - leg.from.y) * wayM / leg.wayM;
        pz = share < 1 ? leg.riseM * Math.sin(Math.PI * share) : 0;
      }
      const other2 = others.find(({ liftS, landS }) => t > liftS - 0.1 && t < landS + 0.1);
      const sway2 = other2 ? order.swayM * Math.sin(Math.PI * (t - other2.liftS + 0.1) / (other2.landS - other2.liftS + 0.2)) ** 2 : 0;
      slowX = keep * slowX + drive * chance.normal();
      slowY = keep * slowY + drive * chance.normal();
      x[i] = lost[i] ? NaN : px + sway2 + slowX + order.whiteM * chance.normal();
      y[i] = lost[i] ? NaN : py + 0.4 * sway2 + slowY + order.whiteM * chance.normal();
      z[i] = lost[i] ? NaN : pz + order.whiteM * chance.normal();
    }
    return { x, y, headingDeg: null, z: order.height ? z : null };
  };
  return {
    timeS,
    left: foot("left", 2),
    right: foot("right", 2.4),
    target: null,
    targetLeft: null,
    targetRight: null,
    strikes: [],
    notes: {}
  };
}

// bench/bound.ts
var BESIDE_S4 = 0.2;
function boundOf(track, steps3) {
  return steps3.flatMap((step2) => {
    const seen = seenOf(track, step2);
    return seen ? [Math.abs(timesOf(seen, step2, step2).landS - step2.landS)] : [];
  });
}
var SETTLINGS2 = 5;
function boundOfKinds(track, steps3, order) {
  const [least, most] = order.settleM;
  const settled2 = most === least ? [least] : Array.from({ length: SETTLINGS2 }, (_, i) => least + (most - least) * (i + 0.5) / SETTLINGS2);
  const settleS = (order.settleS[0] + order.settleS[1]) / 2;
  const kinds = Object.values(FAMILIES).flatMap(
    (course) => settled2.map((settleM) => ({ course, settleM, settleS }))
  );
  return steps3.flatMap((step2) => {
    const seen = seenOf(track, step2);
    if (!seen) return [];
    const sigma = order.whiteM / step2.wayM;
    const fits = kinds.map(
      (kind) => timesOf(seen, step2, { ...kind, settleM: Math.min(0.4 * step2.wayM, kind.settleM) })
    );
    const best = Math.min(...fits.map(({ misses }) => misses));
    const weights = fits.map(({ misses }) => Math.exp((best - misses) / (2 * sigma * sigma)));
    const total = weights.reduce((a, b) => a + b);
    const landS = fits.reduce((sum, fit2, i) => sum + fit2.landS * (weights[i] ?? 0) / total, 0);
    return [Math.abs(landS - step2.landS)];
  });
}
function seenOf(track, { foot, from, x, y, wayM, liftS, landS }) {
  const samples = track[foot];
  const unit2 = { x: (x - from.x) / wayM, y: (y - from.y) / wayM };
  const seen = { x: [], y: [] };
  track.timeS.forEach((t, i) => {
    const [px, py] = [samples.x[i] ?? NaN, samples.y[i] ?? NaN];
    if (t < liftS - BESIDE_S4 || t > landS + BESIDE_S4 || Number.isNaN(px)) return;
    seen.x.push(t);
    seen.y.push(((px - from.x) * unit2.x + (py - from.y) * unit2.y) / wayM);
  });
  return seen.x.length < 6 ? null : seen;
}
function timesOf(seen, step2, kind) {
  const settle = kind.settleM / step2.wayM;
  const { parameterValues, parameterError } = levenbergMarquardt(
    seen,
    ([lift, land2]) => (t) => {
      const share = (t - lift) / Math.max(0.02, land2 - lift);
      if (share <= 0) return 0;
      if (share < 1) return (1 - settle) * kind.course(share);
      return 1 - settle * Math.exp(-3 * (t - land2) / kind.settleS);
    },
    {
      initialValues: [step2.liftS, step2.landS],
      damping: 0.05,
      maxIterations: 60,
      gradientDifference: 1e-4
    }
  );
  return { landS: parameterValues[1] ?? NaN, misses: parameterError };
}

// bench/coverage.ts
var PLAIN = {
  rateHz: 100,
  whiteM: 5e-3,
  slowM: 0,
  swayM: 6e-3,
  settleM: [0, 0],
  settleS: [0.04, 0.06],
  flightS: [0.12, 1.2],
  stepM: [0.04, 0.6],
  missing: 0,
  height: false,
  slides: 0.2
};
var ROWS2 = [
  ["six courses, no settling", {}],
  ["the same, with height", { height: true, slides: 0 }],
  ["settling to 8 mm", { settleM: [0, 8e-3] }],
  ["settling 4 mm over 50 ms", { settleM: [4e-3, 4e-3], settleS: [0.05, 0.05] }],
  ["settling 12 mm, with height", { settleM: [0.012, 0.012], height: true, slides: 0 }],
  ["settling to 20 mm over 30 to 120 ms", { settleM: [0, 0.02], settleS: [0.03, 0.12] }],
  ["sway 12 mm", { swayM: 0.012 }],
  ["no noise to speak of", { whiteM: 1e-3, swayM: 0 }],
  ["white noise 10 mm", { whiteM: 0.01 }],
  ["white noise 20 mm", { whiteM: 0.02 }],
  ["slow noise 5 mm", { whiteM: 2e-3, slowM: 5e-3 }],
  ["30 Hz", { rateHz: 30 }],
  ["30 Hz, white noise 20 mm", { rateHz: 30, whiteM: 0.02 }],
  ["30 Hz, slow noise 8 mm", { rateHz: 30, whiteM: 2e-3, slowM: 8e-3 }],
  ["15 Hz, white noise 15 mm", { rateHz: 15, whiteM: 0.015 }],
  ["240 Hz", { rateHz: 240 }],
  ["20 % missing in bursts", { missing: 0.2 }],
  ["40 % missing in bursts", { missing: 0.4 }]
];
function coverage(recordings, seed) {
  console.log(`
Feet nobody simulated here: ${recordings} recordings of 60 steps a row, seed ${seed}
`);
  const rows = ROWS2.map(([name, more], r) => {
    const tally = {
      steps: 0,
      large: 0,
      missed: 0,
      invented: 0,
      impossible: 0,
      landS: [],
      knownS: [],
      kindsS: [],
      placeM: [],
      held: { lift: 0, land: 0, x: 0, y: 0 },
      seen: 0
    };
    for (let i = 0; i < recordings; i++) {
      const order = { ...PLAIN, ...more };
      const { track, steps: steps3 } = makeFeet(order, seed + 1e3 * r + i);
      count2(tally, steps3, detectFootfalls(track).events);
      tally.knownS.push(...boundOf(track, steps3));
      tally.kindsS.push(...boundOfKinds(track, steps3, order));
    }
    const share = (n, of) => `${(100 * n / Math.max(1, of)).toFixed(1)} %`;
    const { held, seen } = tally;
    return [
      name,
      `${ms(tally.landS, 0.5)} / ${ms(tally.landS, 0.95)}`,
      ms(tally.knownS, 0.95),
      ms(tally.kindsS, 0.95),
      (1e3 * quantile(tally.placeM, 0.95)).toFixed(1),
      share(tally.missed, tally.large),
      `${tally.invented}`,
      `${tally.impossible}`,
      share(held.lift, seen),
      share(held.land, seen),
      share(held.x + held.y, 2 * seen)
    ];
  });
  printTable(
    [
      "recording",
      "land ms p50 / p95",
      "p95 knowing all",
      "the kinds",
      "place mm p95",
      "missed > 4 cm",
      "invented",
      "lift before land",
      "U holds lift",
      "land",
      "place"
    ],
    rows
  );
}
var NEAR_S = 0.35;
function count2(tally, steps3, found) {
  const free = new Set(found);
  for (const real of steps3) {
    tally.steps++;
    const seen = [...free].filter(({ foot, landS }) => foot === real.foot && Math.abs(landS - real.landS) < NEAR_S).sort((a, b) => Math.abs(a.landS - real.landS) - Math.abs(b.landS - real.landS))[0];
    if (real.wayM > 0.04) tally.large++;
    if (!seen) {
      if (real.wayM > 0.04) tally.missed++;
      continue;
    }
    free.delete(seen);
    tally.seen++;
    tally.landS.push(Math.abs(seen.landS - real.landS));
    tally.placeM.push(Math.hypot(seen.to.x - real.x, seen.to.y - real.y));
    const { held } = tally;
    if (Math.abs(seen.landS - real.landS) <= 2 * seen.landUS) held.land++;
    if (Math.abs(seen.liftS - real.liftS) <= 2 * seen.liftUS) held.lift++;
    if (Math.abs(seen.to.x - real.x) <= 2 * seen.placeUM) held.x++;
    if (Math.abs(seen.to.y - real.y) <= 2 * seen.placeUM) held.y++;
  }
  tally.invented += free.size;
  for (const foot of ["left", "right"]) {
    const own = found.filter((one) => one.foot === foot).sort((a, b) => a.liftS - b.liftS);
    for (let i = 1; i < own.length; i++) if (own[i].liftS < own[i - 1].landS) tally.impossible++;
  }
}
var quantile = (values, share) => values.toSorted((a, b) => a - b)[Math.min(values.length - 1, Math.floor(share * values.length))] ?? NaN;
var ms = (values, share) => (1e3 * quantile(values, share)).toFixed(0);

// core/src/filling/fill-room.ts
var obstacle = (a, b, limitM) => ({
  a,
  b,
  limitM,
  middle: midpoint(a, b),
  halfM: distanceM(a, b) / 2
});
function turnedRoom(outline2, fixtures, margins, about, turnDeg) {
  const turn2 = (p) => turnAbout(p, about, -turnDeg);
  const turned3 = outline2.map(turn2);
  const walls = sidesOf(turned3).map(([a, b]) => obstacle(a, b, margins.edgeM));
  const others = fixtures.flatMap(
    (fixture) => obstaclesOf(fixture, margins).map(({ a, b, limitM }) => obstacle(turn2(a), turn2(b), limitM))
  );
  return { outline: turned3, obstacles: [...walls, ...others], margins };
}
function obstaclesOf(fixture, margins) {
  switch (fixture.kind) {
    case "post":
      return [{ a: fixture.at, b: fixture.at, limitM: fixture.radiusM + margins.fixtureM }];
    case "hanging-bag":
      return [{ a: fixture.at, b: fixture.at, limitM: clearRadiusM(fixture) }];
    case "door":
      return [{ a: fixture.at, b: fixture.to, limitM: fixture.freeM }];
    case "bench":
      return sidesOf(benchCorners(fixture)).map(([a, b]) => ({ a, b, limitM: margins.fixtureM }));
  }
}
function lacksM(room, x0, y0, x1, y1) {
  let lacks = 0;
  const middle = { x: (x0 + x1) / 2, y: (y0 + y1) / 2 };
  const reachM = Math.hypot(x1 - x0, y1 - y0) / 2;
  for (const { a, b, limitM, middle: there, halfM } of room.obstacles) {
    if (distanceM(middle, there) - reachM - halfM > limitM) continue;
    const short = limitM - boxToSegmentM([x0, y0, x1, y1], a, b);
    if (short > lacks) lacks = short;
  }
  if (lacks >= 1e-9) return lacks;
  if (contains(room.outline, middle)) return 0;
  return Math.min(...sidesOf(room.outline).map(([a, b]) => distanceToSegmentM(middle, a, b)));
}
function boxToSegmentM(box, a, b) {
  const [x0, y0, x1, y1] = box;
  if (clipped(box, a, b)) return 0;
  const toBox = (p) => Math.hypot(Math.max(x0 - p.x, 0, p.x - x1), Math.max(y0 - p.y, 0, p.y - y1));
  let best = Math.min(toBox(a), toBox(b));
  for (const x of [x0, x1]) {
    for (const y of [y0, y1]) best = Math.min(best, distanceToSegmentM({ x, y }, a, b));
  }
  return best;
}
function clipped([x0, y0, x1, y1], a, b) {
  let [enter, leave] = [0, 1];
  for (const [from, step2, least, most] of [
    [a.x, b.x - a.x, x0, x1],
    [a.y, b.y - a.y, y0, y1]
  ]) {
    if (step2 === 0) {
      if (from < least || from > most) return false;
      continue;
    }
    const [p, q] = [(least - from) / step2, (most - from) / step2];
    enter = Math.max(enter, Math.min(p, q));
    leave = Math.min(leave, Math.max(p, q));
  }
  return enter <= leave;
}
var FINE_M = 0.01;
var ROW_M = 0.1;
var MANY_SIDES = 24;
function fillRows(room, widthM, lengthM2, order) {
  const { least, most } = boundsOf(room.outline);
  const placed = [];
  const gap = room.margins.betweenM;
  const coarser = Math.max(1, room.obstacles.length / MANY_SIDES);
  const [fineM, rowM] = [FINE_M * coarser, ROW_M * Math.min(3, coarser)];
  const shapes2 = [
    { w: widthM, h: lengthM2, lying: false },
    { w: lengthM2, h: widthM, lying: true }
  ];
  if (order.lyingFirst) shapes2.reverse();
  const across = most.x - least.x;
  const along = most.y - least.y;
  const firstFree = (row, from, w, h) => {
    const y = order.fromFar ? most.y - row - h : least.y + row;
    for (let t = from; t + w <= across + 1e-9; ) {
      const x = order.fromRight ? most.x - t - w : least.x + t;
      const hit = placed.find(
        (box) => x < box.x + box.w + gap - 1e-9 && box.x < x + w + gap - 1e-9 && y < box.y + box.h + gap - 1e-9 && box.y < y + h + gap - 1e-9
      );
      const lacks = hit ? 0 : lacksM(room, x, y, x + w, y + h);
      if (!hit && lacks === 0) return t;
      if (hit) t = order.fromRight ? most.x - hit.x + gap : hit.x + hit.w + gap - least.x;
      else t += Math.max(fineM, lacks);
    }
    return Infinity;
  };
  for (let row = 0; row <= along - Math.min(widthM, lengthM2) + 1e-9; row += rowM) {
    for (const { w, h, lying } of shapes2) {
      for (let t = firstFree(row, 0, w, h); t < Infinity; t = firstFree(row, t + w + gap, w, h)) {
        placed.push({
          x: order.fromRight ? most.x - t - w : least.x + t,
          y: order.fromFar ? most.y - row - h : least.y + row,
          w,
          h,
          lying
        });
      }
    }
  }
  return placed.map(({ x, y, w, h, lying }) => ({ x: x + w / 2, y: y + h / 2, lying }));
}

// core/src/filling/pack.ts
var BUDGET = 4e5;
var MOST_PLACES = 1200;
function packRectangles(W, H, w, h, budget = BUDGET) {
  const upright = w <= W && h <= H;
  const lying = h <= W && w <= H;
  if (!upright && !lying) return { boxes: [], atMost: 0, proven: true };
  if (!upright || !lying || w === h) {
    const boxes2 = upright ? gridOf(W, H, w, h, false) : gridOf(W, H, h, w, true);
    return { boxes: boxes2, atMost: boxes2.length, proven: true };
  }
  const atMost2 = Math.floor(reduced(W, w, h) * reduced(H, w, h) / (w * h));
  const cut = pinwheel(W, H, w, h);
  if (cut.length === atMost2) return { boxes: cut, atMost: atMost2, proven: true };
  const { boxes, finished } = search([W, H], [w, h], cut, { atMost: atMost2, budget });
  const proven = finished || boxes.length === atMost2;
  return { boxes, atMost: proven ? boxes.length : atMost2, proven };
}
function gridOf(W, H, w, h, turned3) {
  const [across, along] = [Math.floor(W / w), Math.floor(H / h)];
  return Array.from({ length: across * along }, (_, i) => ({
    x: i % across * w,
    y: Math.floor(i / across) * h,
    turned: turned3
  }));
}
function sums(length2, w, h) {
  const found = /* @__PURE__ */ new Set();
  for (let a = 0; a <= length2; a += w) for (let b = a; b <= length2; b += h) found.add(b);
  return [...found].sort((p, q) => p - q);
}
var reduced = (length2, w, h) => sums(length2, w, h).at(-1);
var MOST_CUTS = 3e7;
var UPRIGHT = 0;
var LYING = 1;
function guillotine(w, h, longest) {
  const lengths = sums(longest, w, h);
  const n = lengths.length;
  const deep = n * n * n <= MOST_CUTS;
  const upTo = (length2) => {
    let [low, high] = [0, n - 1];
    while (low < high) {
      const middle = low + high + 1 >> 1;
      if (lengths[middle] <= length2) low = middle;
      else high = middle - 1;
    }
    return low;
  };
  const known = /* @__PURE__ */ new Map();
  const best = (i, k, depth) => {
    const key = i * n + k;
    const before = known.get(key);
    if (before) return before;
    const [W, H] = [lengths[i], lengths[k]];
    const upright = Math.floor(W / w) * Math.floor(H / h);
    const lying = Math.floor(W / h) * Math.floor(H / w);
    let found = lying > upright ? { count: lying, cut: LYING } : { count: upright, cut: UPRIGHT };
    const full = Math.floor(W * H / (w * h));
    const take = (count3, cut) => {
      if (count3 > found.count) found = { count: count3, cut };
    };
    if (deep || depth === 0) {
      for (let c = 1; lengths[c] <= W / 2 && found.count < full; c++)
        take(best(c, k, depth + 1).count + best(upTo(W - lengths[c]), k, depth + 1).count, 2 * c);
      for (let c = 1; lengths[c] <= H / 2 && found.count < full; c++)
        take(best(i, c, depth + 1).count + best(i, upTo(H - lengths[c]), depth + 1).count, 2 * c + 1);
    }
    known.set(key, found);
    return found;
  };
  const place2 = (i, k, depth) => {
    const [W, H] = [lengths[i], lengths[k]];
    const { cut } = best(i, k, depth);
    if (cut === UPRIGHT) return w <= W && h <= H ? gridOf(W, H, w, h, false) : [];
    if (cut === LYING) return gridOf(W, H, h, w, true);
    const at = lengths[cut >> 1];
    return cut % 2 === 0 ? [...place2(cut >> 1, k, depth + 1), ...shifted(place2(upTo(W - at), k, depth + 1), at, 0)] : [...place2(i, cut >> 1, depth + 1), ...shifted(place2(i, upTo(H - at), depth + 1), 0, at)];
  };
  return {
    count: (W, H) => best(upTo(W), upTo(H), 0).count,
    boxes: (W, H) => place2(upTo(W), upTo(H), 0)
  };
}
var shifted = (boxes, x, y) => boxes.map((box) => ({ ...box, x: box.x + x, y: box.y + y }));
function pinwheel(W, H, w, h) {
  const cuts = guillotine(w, h, Math.max(W, H));
  const full = Math.floor(reduced(W, w, h) * reduced(H, w, h) / (w * h));
  const [xs, ys] = [sums(W, w, h), sums(H, w, h)];
  let most = cuts.count(W, H);
  let boxes = () => cuts.boxes(W, H);
  if (xs.length * ys.length > MOST_PLACES) return boxes();
  for (const x1 of xs) {
    for (const x2 of xs.filter((x) => x >= x1)) {
      for (const y1 of ys) {
        for (const y2 of ys.filter((y) => y >= y1)) {
          if (most === full) return boxes();
          const blocks = [
            [x1, y2, 0, 0],
            [x2, H - y2, 0, y2],
            [W - x2, H - y1, x2, y1],
            [W - x1, y1, x1, 0],
            [x2 - x1, y2 - y1, x1, y1]
          ];
          const count3 = blocks.reduce((sum, [bw, bh]) => sum + cuts.count(bw, bh), 0);
          if (count3 <= most) continue;
          most = count3;
          boxes = () => blocks.flatMap(([bw, bh, x, y]) => shifted(cuts.boxes(bw, bh), x, y));
        }
      }
    }
  }
  return boxes();
}
function search([W, H], [w, h], start2, { atMost: atMost2, budget }) {
  const [xs, ys] = [sums(W - Math.min(w, h), w, h), sums(H - Math.min(w, h), w, h)];
  const places = ys.flatMap((y) => xs.map((x) => ({ x, y })));
  if (places.length > MOST_PLACES) return { boxes: start2, finished: false };
  const fullW = reduced(W, w, h);
  const fullH = reduced(H, w, h);
  let best = start2;
  let nodes = 0;
  const placed = [];
  const clear = (x, y, bw, bh) => x + bw <= W && y + bh <= H && placed.every((box) => x >= box.x + box.w || box.x >= x + bw || y >= box.y + box.h || box.y >= y + bh);
  const beaten = (y) => {
    const above = placed.reduce(
      (sum, box) => sum + box.w * Math.max(0, box.y + box.h - Math.max(y, box.y)),
      0
    );
    return placed.length + Math.floor((fullW * (fullH - y) - above) / (w * h)) <= best.length;
  };
  const visit = (index) => {
    if (placed.length > best.length) best = placed.map(({ x: x2, y: y2, turned: turned3 }) => ({ x: x2, y: y2, turned: turned3 }));
    if (index >= places.length || best.length >= atMost2 || nodes++ > budget) return;
    const { x, y } = places[index];
    if (beaten(y)) return;
    for (const turned3 of [false, true]) {
      const [bw, bh] = turned3 ? [h, w] : [w, h];
      if (!clear(x, y, bw, bh)) continue;
      placed.push({ x, y, w: bw, h: bh, turned: turned3 });
      visit(index + 1);
      placed.pop();
    }
    visit(index + 1);
  };
  visit(0);
  return { boxes: best, finished: nodes <= budget };
}

// core/src/filling/fill.ts
var TURN_STEP_DEG = 5;
var MM = 1e3;
var MOST_SIDES = 8;
var FEW_LANES = 40;
function fillFloor({ floor, lane, worksOn = null }, onProgress = () => void 0) {
  const margins = marginsOf(floor);
  const fixtures = (floor.fixtures ?? []).filter(({ id }) => id !== worksOn);
  const byArea = Math.floor(Math.abs(signedAreaM2(floor.outline)) / (lane.widthM * lane.lengthM));
  const exact = fixtures.length === 0 ? packedRectangle(floor.outline, lane, margins) : null;
  const settled2 = exact && (exact.guarantee === "exact" || exact.lanes.length > FEW_LANES);
  if (settled2 && exact.lanes.length > 0) return exact;
  let best = exact ?? { lanes: [], atMost: byArea, guarantee: "best-found" };
  const turns = turnsToTry(floor.outline);
  turns.forEach((turnDeg, i) => {
    onProgress(i / turns.length);
    const lanes = filledRows(floor.outline, fixtures, lane, margins, turnDeg);
    if (lanes.length > best.lanes.length) best = { lanes, atMost: byArea, guarantee: "best-found" };
  });
  return { ...best, atMost: Math.max(best.atMost, best.lanes.length) };
}
function turnsToTry(outline2) {
  const along = [...sidesOf(outline2)].sort(([a, b], [c, d]) => distanceM(c, d) - distanceM(a, b)).slice(0, MOST_SIDES).map(([a, b]) => Math.round((headingDeg(a, b) % 90 + 90) % 90 * 1e3) / 1e3);
  const steps3 = Array.from({ length: 90 / TURN_STEP_DEG }, (_, i) => i * TURN_STEP_DEG);
  return [.../* @__PURE__ */ new Set([...along, ...steps3])];
}
function packedRectangle(outline2, lane, margins) {
  const [a, b, c, d] = outline2;
  if (outline2.length !== 4 || !a || !b || !c || !d || !isRectangle([a, b, c, d])) return null;
  const { edgeM, betweenM } = margins;
  const hold2 = (metres2) => Math.floor((metres2 - 2 * edgeM + betweenM) * MM + 1e-6);
  const take = (metres2) => Math.ceil((metres2 + betweenM) * MM - 1e-6);
  const [W, H] = [hold2(distanceM(a, b)), hold2(distanceM(b, c))];
  const [w, h] = [take(lane.widthM), take(lane.lengthM)];
  const { boxes, atMost: atMost2, proven } = packRectangles(W, H, w, h);
  const along = headingDeg(a, b);
  const anticlockwise = signedAreaM2(outline2) > 0 ? -90 : 90;
  const [u, v] = [unit(along), unit(along + anticlockwise)];
  const lanes = boxes.map(({ x, y, turned: turned3 }) => {
    const [bw, bh] = turned3 ? [h, w] : [w, h];
    const [p, q] = [(x + bw / 2) / MM - betweenM / 2 + edgeM, (y + bh / 2) / MM - betweenM / 2 + edgeM];
    return {
      at: { x: a.x + u.x * p + v.x * q, y: a.y + u.y * p + v.y * q },
      headingDeg: wrapDeg(turned3 ? along : along + anticlockwise)
    };
  });
  return { lanes, atMost: atMost2, guarantee: proven ? "exact" : "best-found" };
}
var unit = (headingDegrees) => ({
  x: Math.sin(headingDegrees * Math.PI / 180),
  y: Math.cos(headingDegrees * Math.PI / 180)
});
function isRectangle(corners) {
  const [a, b, c, d] = corners;
  const diagonals = Math.abs(distanceM(a, c) - distanceM(b, d));
  const halves = distanceM(midpoint(a, c), midpoint(b, d));
  return diagonals < 1e-6 && halves < 1e-6;
}
function filledRows(outline2, fixtures, lane, margins, turnDeg) {
  const box = boundsOf(outline2);
  const about = midpoint(box.least, box.most);
  const room = turnedRoom(outline2, fixtures, margins, about, turnDeg);
  let best = [];
  for (const lyingFirst of [false, true]) {
    for (const fromRight of [false, true]) {
      for (const fromFar of [false, true]) {
        const order = { lyingFirst, fromRight, fromFar };
        const found = fillRows(room, lane.widthM, lane.lengthM, order).map(({ x, y, lying }) => ({
          at: turnAbout({ x, y }, about, turnDeg),
          headingDeg: wrapDeg(turnDeg + (lying ? 90 : 0))
        }));
        if (found.length > best.length) best = found;
      }
    }
  }
  return best;
}

// bench/fill.ts
import { Point as FlattenPoint, Polygon } from "@flatten-js/core";
var TURN_STEP_DEG2 = 5;
var ROW_M2 = 0.1;
var FINE_M2 = 0.01;
function naiveScan(floor, lane) {
  const { least, most } = boundsOf(floor.outline);
  const about = midpoint(least, most);
  let [best, tests] = [0, 0];
  for (let turnDeg = 0; turnDeg < 90; turnDeg += TURN_STEP_DEG2) {
    const room = turnedRoom(floor.outline, floor.fixtures ?? [], marginsOf(floor), about, turnDeg);
    for (const lyingFirst of [false, true]) {
      const found = scanRows(room, lane, lyingFirst);
      best = Math.max(best, found.lanes);
      tests += found.tests;
    }
  }
  return { lanes: best, tests };
}
function scanRows(room, { widthM, lengthM: lengthM2 }, lyingFirst) {
  const { least, most } = boundsOf(room.outline);
  const gap = room.margins.betweenM;
  const shapes2 = [
    [widthM, lengthM2],
    [lengthM2, widthM]
  ];
  const order = lyingFirst ? [shapes2[1], shapes2[0]] : shapes2;
  const placed = [];
  let tests = 0;
  for (let y = least.y; y < most.y; y += ROW_M2) {
    for (const [w, h] of order) {
      for (let x = least.x; x + w <= most.x; x += FINE_M2) {
        tests++;
        const clear = placed.every(
          ([px, py, pw, ph]) => x >= px + pw + gap || px >= x + w + gap || y >= py + ph + gap || py >= y + h + gap
        );
        if (clear && lacksM(room, x, y, x + w, y + h) === 0) placed.push([x, y, w, h]);
      }
    }
  }
  return { lanes: placed.length, tests };
}
function oneTest(floor, lane) {
  const places = Array.from({ length: 2e3 }, (_, i) => ({
    x: 1 + i % 50 / 10,
    y: 1 + Math.floor(i / 50) / 10
  }));
  const room = turnedRoom(floor.outline, [], marginsOf(floor), { x: 0, y: 0 }, 0);
  const far = ({ x, y }) => new FlattenPoint(x, y);
  const outline2 = new Polygon(floor.outline.map(far));
  const corners = ({ x, y }) => [
    { x, y },
    { x: x + lane.widthM, y },
    { x: x + lane.widthM, y: y + lane.lengthM },
    { x, y: y + lane.lengthM }
  ];
  let start2 = performance.now();
  for (let round = 0; round < 20; round++)
    for (const { x, y } of places) lacksM(room, x, y, x + lane.widthM, y + lane.lengthM);
  const oursUs = (performance.now() - start2) * 1e3 / (20 * places.length);
  start2 = performance.now();
  for (const place2 of places.slice(0, 300)) {
    const turned3 = corners(place2).map((p) => turnAbout(p, place2, 0));
    const polygon = new Polygon(turned3.map(far));
    outline2.contains(polygon);
    [...polygon.edges].forEach(
      (edge2) => [...outline2.edges].forEach(
        (wall) => wall.shape.distanceTo(edge2.shape)
      )
    );
  }
  return { oursUs, libraryUs: (performance.now() - start2) * 1e3 / 300 };
}
function fill() {
  const ruler = rulerFor(DEMO_STUDENTS[0]);
  const hall = DEMO_FLOORS[0].floor.floor;
  const rows = [];
  for (const [what2, kind] of [
    ["zigzag lanes", "zigzag-lane"],
    ["boxes", "box"]
  ]) {
    const box = laneBox(layoutKindOf(kind).start, ruler);
    const lane = { widthM: box.rightM - box.leftM, lengthM: box.aheadM - box.backM };
    let start2 = performance.now();
    const naive = naiveScan(hall, lane);
    const naiveMs = performance.now() - start2;
    start2 = performance.now();
    const ours = fillFloor({ floor: hall, lane });
    const oursMs = performance.now() - start2;
    rows.push(
      [
        `${what2}: naive scan (reference)`,
        String(naive.lanes),
        naiveMs.toFixed(0),
        "1.000",
        String(naive.tests)
      ],
      [
        `${what2}: fill the floor`,
        String(ours.lanes.length),
        oursMs.toFixed(0),
        (oursMs / naiveMs).toFixed(3),
        ""
      ]
    );
  }
  console.log("\nFill the floor: the hall of the demo club, every 10 cm by 1 cm, turns of 5 degrees\n");
  printTable(["what", "lanes", "ms", "ratio", "places tested"], rows);
  const { oursUs, libraryUs } = oneTest(hall, { widthM: 1.5, lengthM: 3 });
  console.log("\nOne test of a place against the walls\n");
  printTable(
    ["what", "microseconds", "ratio"],
    [
      ["polygons of @flatten-js/core (reference)", libraryUs.toFixed(1), "1.000"],
      ["ours", oursUs.toFixed(2), (oursUs / libraryUs).toFixed(4)]
    ]
  );
}

// bench/fit.ts
import Papa3 from "papaparse";
var STUDENTS = 500;
var ROUNDS3 = 7;
function fit() {
  const students = Array.from({ length: STUDENTS }, (_, i) => {
    const base = DEMO_STUDENTS[i % DEMO_STUDENTS.length];
    return { ...base, id: String(i), lengths: { statureM: 1.45 + i % 60 / 100 } };
  });
  const numbers = STUDENTS * 5 * STRIKES.length;
  const table = Papa3.unparse(
    Array.from(
      { length: STUDENTS * 5 },
      (_, i) => STRIKES.map((_strike, k) => (i * 0.37 + k * 1.19).toFixed(6))
    )
  );
  const times = { csv: [], fit: [], compare: [] };
  for (let round = 0; round < ROUNDS3; round++) {
    let start2 = performance.now();
    Papa3.parse(table, { dynamicTyping: true });
    times.csv.push(performance.now() - start2);
    start2 = performance.now();
    fitAll(students);
    times.fit.push(performance.now() - start2);
    start2 = performance.now();
    compareSchools(students[round]);
    times.compare.push(performance.now() - start2);
  }
  const median2 = (values) => [...values].sort((a, b) => a - b)[values.length >> 1];
  const csv = median2(times.csv);
  console.log(
    `
Fit: ${STUDENTS} students, ${numbers} contact distances with their uncertainty; median of ${ROUNDS3} rounds
`
  );
  printTable(
    ["what", "median ms", "ratio"],
    [
      [`read ${numbers} numbers with papaparse (reference)`, csv.toFixed(0), "1.00"],
      ["the complete fit", median2(times.fit).toFixed(0), (median2(times.fit) / csv).toFixed(2)],
      [
        "schools side by side, one student",
        median2(times.compare).toFixed(1),
        (median2(times.compare) / csv).toFixed(3)
      ]
    ]
  );
}

// bench/wrongs.ts
function wrongly(walker, first, to, wrong2) {
  const second = other(first);
  const { separationM } = walker.body;
  const target = { ...to };
  const toward = (foot, share) => {
    const [a, b] = [walker.feet[foot], to[foot]];
    return { x: a.x + share * (b.x - a.x), y: a.y + share * (b.y - a.y), h: b.h };
  };
  const apart = (ratio) => {
    const [a, b] = [target[first], target[second]];
    const size = Math.hypot(b.x - a.x, b.y - a.y);
    const far = ratio * separationM;
    return { x: a.x + (b.x - a.x) * far / size, y: a.y + (b.y - a.y) * far / size, h: b.h };
  };
  const bothBy = (share) => {
    for (const foot of [first, second]) target[foot] = toward(foot, share);
  };
  const eitherWay2 = (deg) => walker.chance.uniform() < 0.5 ? deg : -deg;
  const wayM = Math.hypot(to[first].x - walker.feet[first].x, to[first].y - walker.feet[first].y);
  switch (wrong2) {
    case "step-short":
      bothBy(0.4);
      break;
    case "step-over":
      bothBy(1.65);
      break;
    case "step-too-long":
      bothBy(0.6 * separationM / wayM);
      break;
    case "wrong-direction": {
      const turn2 = eitherWay2(75);
      for (const foot of [first, second]) {
        const [a, b] = [walker.feet[foot], to[foot]];
        const [dx, dy] = [b.x - a.x, b.y - a.y];
        target[foot] = {
          x: a.x + dx * cos(turn2) + dy * sin(turn2),
          y: a.y - dx * sin(turn2) + dy * cos(turn2),
          h: b.h
        };
      }
      break;
    }
    case "foot-not-following":
      target[second] = toward(second, 0.3);
      break;
    case "feet-together":
      target[second] = apart(0.25);
      break;
    case "overstretched":
      target[second] = apart(1.65);
      break;
    case "stance-not-restored":
      target[second] = apart(1.3);
      break;
    case "not-facing": {
      const turn2 = eitherWay2(32);
      for (const foot of [first, second]) target[foot] = { ...target[foot], h: target[foot].h + turn2 };
      break;
    }
    case "feet-crossed": {
      const way2 = second === "left" ? 1 : -1;
      const { x, y } = target[first];
      const [ax, ay] = [target[second].x - x, target[second].y - y];
      const aheadM = ax * sin(walker.facing) + ay * cos(walker.facing);
      target[second] = {
        x: x + aheadM * sin(walker.facing) + 0.14 * way2 * cos(walker.facing),
        y: y + aheadM * cos(walker.facing) - 0.14 * way2 * sin(walker.facing),
        h: target[second].h
      };
      break;
    }
    case "unplanned-switch": {
      const middle = { x: (to.left.x + to.right.x) / 2, y: (to.left.y + to.right.y) / 2 };
      return walker.stance(middle.x, middle.y, walker.facing, other(walker.lead));
    }
    case "off-balance": {
      const [a, b] = [to.left, to.right];
      const size = Math.hypot(b.x - a.x, b.y - a.y);
      const leapM = eitherWay2(0.95) / size;
      for (const foot of [first, second])
        target[foot] = {
          x: to[foot].x + leapM * (b.y - a.y),
          y: to[foot].y - leapM * (b.x - a.x),
          h: to[foot].h
        };
      break;
    }
  }
  return target;
}

// bench/walker.ts
var other = (foot) => foot === "left" ? "right" : "left";
var sin = (deg) => Math.sin(deg * Math.PI / 180);
var cos = (deg) => Math.cos(deg * Math.PI / 180);
var Walker = class {
  constructor(body, start2, beatS, chance) {
    this.body = body;
    this.start = start2;
    this.beatS = beatS;
    this.chance = chance;
    this.lead = start2.lead;
    this.facing = start2.facing;
    this.target = start2.target ?? null;
    this.feet = this.stance(start2.at.x, start2.at.y, start2.facing, start2.lead);
  }
  body;
  start;
  beatS;
  chance;
  segments = [];
  feet;
  t = 1;
  move = 0;
  /** The number of the planned move that is done next. */
  planned = 1;
  /** The planned moves that something done wrong belongs to, where it is not the one that is done. */
  wrongSpan = null;
  /** Strikes thrown, by the time of contact. */
  strikes = [];
  /** Where what was recorded beside the feet is: a bag, or a partner with both feet. */
  beside = null;
  lead;
  facing;
  /** Where it looks; null: along its lane, until a move turns it. */
  target;
  /** The stance about a centre: the lead foot ahead and to its side, the rear foot opposite. */
  stance(x, y, facing, lead) {
    const { separationM, angleDeg, leadToeDeg, rearToeDeg } = this.body;
    const ahead = separationM * cos(angleDeg) / 2;
    const aside = separationM * sin(angleDeg) / 2;
    const way2 = lead === "left" ? -1 : 1;
    const at = (f, r, h) => ({
      x: x + f * sin(facing) + r * cos(facing),
      y: y + f * cos(facing) - r * sin(facing),
      h
    });
    const leads = at(ahead, way2 * aside, facing + way2 * leadToeDeg);
    const rear = at(-ahead, -way2 * aside, facing - way2 * rearToeDeg);
    return lead === "left" ? { left: leads, right: rear } : { left: rear, right: leads };
  }
  middle() {
    const { left, right } = this.feet;
    return { x: (left.x + right.x) / 2, y: (left.y + right.y) / 2 };
  }
  course() {
    const all = Object.values(FAMILIES);
    return all[this.chance.below(all.length)] ?? ((s) => s);
  }
  put(foot, to, fromS, lastsS, more = {}) {
    const from = this.feet[foot];
    this.segments.push({
      foot,
      how: "step",
      fromS,
      toS: fromS + lastsS,
      from,
      to,
      about: null,
      riseM: 0.02 + 0.03 * this.chance.uniform(),
      course: this.course(),
      move: this.move,
      ...more
    });
    this.feet = { ...this.feet, [foot]: to };
  }
  flightS() {
    return Math.min(0.3 * this.beatS, 0.2 + 0.12 * this.chance.uniform());
  }
  beats(n) {
    this.t += n * this.beatS;
  }
  /** Both feet to a stance, one after the other, with what goes wrong on the way. */
  both(first, to, wrong2 = null) {
    const second = other(first);
    const half = this.flightS();
    const target = wrongly(this, first, to, wrong2);
    const order = wrong2 === "wrong-foot-first" ? [second, first] : [first, second];
    if (wrong2 === "off-beat") this.t += 0.5 * this.beatS;
    if (wrong2 !== "missed-move") {
      const [one, two] = order;
      const [flightS, pauseS] = wrong2 === "off-balance" ? [0.22, -0.16] : [half, 0.08 * this.beatS];
      this.put(one, target[one], this.t, flightS);
      if (wrong2 !== "half-exit") this.put(two, target[two], this.t + flightS + pauseS, flightS);
    }
    this.beats(1);
    if (wrong2 === "extra-move") this.shuffle();
  }
  /** A settling shuffle, in its own beat, or within a share of the one that is. */
  shuffle(share = 1) {
    const way2 = this.chance.uniform() < 0.5 ? 1 : -1;
    const feet2 = way2 > 0 ? ["right", "left"] : ["left", "right"];
    feet2.forEach((foot, i) => {
      const { x, y, h } = this.feet[foot];
      const to = { x: x + 0.11 * way2 * cos(this.facing), y: y - 0.11 * way2 * sin(this.facing), h };
      this.put(foot, to, this.t + 0.42 * i * Math.min(1, share * this.beatS), 0.28);
    });
    this.beats(1);
  }
  /** The stance a step away: a body that stood otherwise stands right again after it. */
  shifted(bearing, lengthM2) {
    const way2 = this.facing + bearing;
    const { x, y } = this.middle();
    const at = { x: x + lengthM2 * sin(way2), y: y + lengthM2 * cos(way2) };
    this.facing = this.looksFrom(at.x, at.y);
    return this.stance(at.x, at.y, this.facing, this.lead);
  }
  /** The way to what it looks at, from a place. */
  looksFrom(x, y) {
    const { target } = this;
    return target ? Math.atan2(target.x - x, target.y - y) * 180 / Math.PI : this.facing;
  }
  /** How far the middle of the feet is from what it looks at. */
  awayM() {
    const { x, y } = this.middle();
    return this.target ? Math.hypot(this.target.x - x, this.target.y - y) : NaN;
  }
  /** Both feet about the target by an angle, clockwise seen from above; the facing with them. */
  about(byDeg, wrong2) {
    const { target } = this;
    if (!target) return;
    const { x, y } = this.middle();
    const [dx, dy] = [x - target.x, y - target.y];
    const to = {
      x: target.x + dx * cos(byDeg) + dy * sin(byDeg),
      y: target.y - dx * sin(byDeg) + dy * cos(byDeg)
    };
    this.facing = this.looksFrom(to.x, to.y);
    this.both(byDeg > 0 ? "left" : "right", this.stance(to.x, to.y, this.facing, this.lead), wrong2);
  }
  /** Along the line to the target, to so far from it. */
  along(awayM, wrong2) {
    const { target } = this;
    if (!target) return;
    const facing = this.looksFrom(this.middle().x, this.middle().y);
    const isIn = awayM < this.awayM();
    this.facing = facing;
    const at = { x: target.x - awayM * sin(facing), y: target.y - awayM * cos(facing) };
    this.both(isIn ? this.lead : other(this.lead), this.stance(at.x, at.y, facing, this.lead), wrong2);
  }
  /** One foot off the line; the other comes round it until the stance looks at the target again. */
  angle(bearing, lengthM2, wrong2) {
    const first = bearing > 0 ? "right" : "left";
    const second = other(first);
    const way2 = this.facing + bearing;
    const from = this.feet[first];
    const share = wrong2 === "step-short" ? 0.4 : 1;
    const ball = { x: from.x + share * lengthM2 * sin(way2), y: from.y + share * lengthM2 * cos(way2) };
    let facing = this.facing;
    let stance = this.stance(0, 0, facing, this.lead);
    for (let i = 0; i < 60; i++) {
      const [a, b] = [stance[first], stance[second]];
      facing = this.looksFrom(ball.x - (a.x - b.x) / 2, ball.y - (a.y - b.y) / 2);
      stance = this.stance(0, 0, facing, this.lead);
    }
    const offX = ball.x - stance[first].x;
    const offY = ball.y - stance[first].y;
    const flightS = this.flightS();
    const then = this.t + flightS + 0.08 * this.beatS;
    this.put(first, { ...ball, h: from.h }, this.t, flightS);
    const goes = this.feet[second];
    const to = { x: offX + stance[second].x, y: offY + stance[second].y, h: stance[second].h };
    const degOf = ({ x, y }) => Math.atan2(x - ball.x, y - ball.y) * 180 / Math.PI;
    const byDeg = ((degOf(to) - degOf(goes)) % 360 + 540) % 360 - 180;
    this.put(second, to, then, flightS, { about: { ...ball, byDeg } });
    this.turn(first, stance[first].h - from.h, then, flightS);
    this.facing = facing;
    this.beats(1);
  }
  /** A foot swings about a place, and turns with it. */
  swing(foot, about, byDeg, lastsS, turnDeg = byDeg) {
    const { x, y, h } = this.feet[foot];
    const [dx, dy] = [x - about.x, y - about.y];
    const to = {
      x: about.x + dx * cos(byDeg) + dy * sin(byDeg),
      y: about.y - dx * sin(byDeg) + dy * cos(byDeg),
      h: h + turnDeg
    };
    this.put(foot, to, this.t, lastsS, { about: { ...about, byDeg } });
  }
  turn(foot, byDeg, fromS, lastsS) {
    const { x, y, h } = this.feet[foot];
    this.put(foot, { x, y, h: h + byDeg }, fromS, lastsS, { how: "pivot", riseM: 0 });
  }
  pivot(on, byDeg, wrong2) {
    const stays = on === "lead" ? this.lead : other(this.lead);
    const did = byDeg + (wrong2 === "pivot-short" ? -24 : wrong2 === "pivot-over" ? 24 : 0) * Math.sign(byDeg);
    const lastsS = Math.min(0.6, 0.5 * this.beatS);
    if (wrong2 !== "missed-move") {
      const about = this.feet[stays];
      const swings = other(stays);
      this.swing(swings, about, did, lastsS);
      if (wrong2 === "pivot-radius") {
        const last = this.segments.at(-1);
        const { x, y, h } = this.feet[swings];
        const to = { x: about.x + 1.32 * (x - about.x), y: about.y + 1.32 * (y - about.y), h };
        if (last) this.segments[this.segments.length - 1] = { ...last, to, about: null };
        this.feet = { ...this.feet, [swings]: to };
      }
      if (wrong2 === "ball-drift") {
        const { x, y, h } = this.feet[stays];
        this.put(stays, { x: x + 0.1, y, h: h + did }, this.t, lastsS);
      } else this.turn(stays, did, this.t, lastsS);
    }
    this.facing += byDeg;
    this.beats(1);
  }
  inPlace(wrong2) {
    const m2 = this.middle();
    const rear = other(this.lead);
    const to = this.stance(m2.x, m2.y, this.facing, rear);
    const drift = wrong2 === "centre-drift" ? 0.14 : 0;
    const move = ({ x: x2, y: y2, h: h2 }) => ({
      x: x2 + drift * cos(this.facing),
      y: y2 - drift * sin(this.facing),
      h: h2
    });
    const front = wrong2 === "not-mirrored" ? 0.3 * this.body.separationM : 0;
    const { x, y, h } = move(to[rear]);
    this.put(this.lead, move(to[this.lead]), this.t, 0.28);
    this.put(
      rear,
      { x: x + front * sin(this.facing), y: y + front * cos(this.facing), h },
      this.t + 0.17,
      0.28
    );
    this.lead = rear;
    this.beats(1);
  }
  /** The rear foot to the front, the other turns on its ball; with a turn of the facing or without. */
  through(byDeg, wrong2) {
    const rear = other(this.lead);
    const stays = this.feet[this.lead];
    const facing = this.facing + byDeg;
    const stance = this.stance(0, 0, facing, rear);
    const front = wrong2 === "not-mirrored" ? 0.3 * this.body.separationM : 0;
    const to = {
      x: stays.x + stance[rear].x - stance[this.lead].x + front * sin(facing),
      y: stays.y + stance[rear].y - stance[this.lead].y + front * cos(facing),
      h: stance[rear].h
    };
    const lastsS = byDeg === 0 ? Math.max(0.25, 0.45 * this.beatS) : Math.min(0.6, 0.6 * this.beatS);
    const deg = (f) => Math.atan2(f.x - stays.x, f.y - stays.y) * 180 / Math.PI;
    let swing = ((deg(to) - deg(this.feet[rear]) - byDeg) % 360 + 540) % 360 - 180;
    if (Math.abs(swing) > 179) swing = rear === "left" ? 180 : -180;
    const about = byDeg === 0 ? null : { x: stays.x, y: stays.y, byDeg: swing + byDeg };
    this.put(rear, to, this.t, lastsS, { about });
    this.turn(this.lead, stance[this.lead].h - stays.h, this.t, lastsS);
    this.lead = rear;
    this.facing = facing;
    this.beats(1);
  }
  single(foot, to) {
    this.put(foot, to, this.t, this.flightS());
    this.beats(1);
  }
  /** A leg up and out; the foot comes down where the stance has it from where the other one stands. */
  kick(leg, [fromBeat, toBeat], inFront, wrong2) {
    const stands = other(leg);
    const lead = inFront ? leg : this.lead === leg && !inFront ? stands : this.lead;
    const stance = this.stance(0, 0, this.facing, lead);
    const at = this.feet[stands];
    const back = wrong2 === "wrong-return" ? 0.22 : 0;
    const to = {
      x: at.x + stance[leg].x - stance[stands].x - back * sin(this.facing),
      y: at.y + stance[leg].y - stance[stands].y - back * cos(this.facing),
      h: stance[leg].h
    };
    const [fromS, toS] = [this.t + fromBeat * this.beatS, this.t + toBeat * this.beatS];
    this.put(leg, to, fromS, toS - fromS, { how: "raise", riseM: 0.7 + 0.4 * this.chance.uniform() });
    const turn2 = stance[stands].h - at.h;
    if (Math.abs(turn2) > 0.01) this.turn(stands, turn2, (fromS + toS) / 2, (toS - fromS) / 2);
    this.lead = lead;
    this.beats(1);
  }
};

// bench/doings.ts
var STEP_WRONGS = [
  "step-short",
  "step-over",
  "wrong-foot-first",
  "foot-not-following",
  "wrong-direction",
  "feet-together",
  "overstretched",
  "stance-not-restored",
  "step-too-long",
  "not-facing",
  "missed-move",
  "extra-move",
  "off-beat"
];
var m = (value) => ({ value, unit: "m" });
function goesFirst(bearing, lead) {
  const off = (bearing % 360 + 540) % 360 - 180;
  if (Math.abs(off) <= 15) return lead;
  if (Math.abs(off) >= 165) return other(lead);
  return off > 0 ? "right" : "left";
}
var stepBy = (walker, bearing, lengthM2, wrong2, first) => {
  walker.both(first ?? goesFirst(bearing, walker.lead), walker.shifted(bearing, lengthM2), wrong2);
};
var stepDoing = (bearing, lengthM2) => ({
  move: { do: "step", bearingDeg: bearing, length: m(lengthM2), feet: "both" },
  // A step straight on or sideways: elsewhere either foot may be right.
  wrongs: Math.abs(bearing) === 90 ? STEP_WRONGS : STEP_WRONGS.filter((name) => name !== "wrong-foot-first"),
  do: (walker, wrong2) => stepBy(walker, bearing, lengthM2, wrong2)
});
var holdDoing = {
  move: { do: "hold" },
  wrongs: [],
  do: (walker, wrong2) => {
    if (wrong2 === "extra-move") walker.shuffle(0.6);
    else walker.beats(1);
  }
};
function laneDoings(chance, separationM) {
  const lengthM2 = Math.min(0.13, 0.33 * separationM);
  const side = () => chance.uniform() < 0.5 ? "left" : "right";
  const sign = () => chance.uniform() < 0.5 ? 1 : -1;
  const [slipSide, rollSide, wideSide, acrossSide] = [side(), side(), side(), side()];
  const turn2 = 45 * sign();
  const on = chance.uniform() < 0.5 ? "lead" : "rear";
  const quarter = 90 * sign();
  const switchTurn = 90 * sign();
  const of = (foot) => foot === "left" ? -1 : 1;
  return [
    stepDoing(0, lengthM2),
    stepDoing(180, lengthM2),
    stepDoing(90, lengthM2),
    stepDoing(-90, lengthM2),
    {
      move: { do: "in-out", length: m(lengthM2) },
      count: 2,
      wrongs: ["half-exit"],
      do: (walker, wrong2) => {
        stepBy(walker, 0, lengthM2, null, walker.lead);
        walker.planned++;
        stepBy(walker, 180, lengthM2, wrong2, other(walker.lead));
      }
    },
    {
      move: { do: "pivot", on, byDeg: turn2 },
      wrongs: ["pivot-short", "pivot-over", "pivot-radius", "ball-drift", "missed-move"],
      do: (walker, wrong2) => walker.pivot(on, turn2, wrong2)
    },
    {
      move: { do: "pivot", on: "lead", byDeg: quarter },
      wrongs: ["pivot-short", "pivot-over", "pivot-radius", "ball-drift"],
      do: (walker, wrong2) => walker.pivot("lead", quarter, wrong2)
    },
    {
      move: { do: "switch", how: "in-place" },
      wrongs: ["centre-drift", "not-mirrored"],
      do: (walker, wrong2) => walker.inPlace(wrong2)
    },
    {
      move: { do: "switch", how: "stepping" },
      wrongs: ["not-mirrored"],
      do: (walker, wrong2) => walker.through(0, wrong2)
    },
    {
      move: { do: "turning-switch", byDeg: switchTurn },
      wrongs: ["not-mirrored"],
      do: (walker, wrong2) => walker.through(switchTurn, wrong2)
    },
    {
      move: { do: "slip", side: slipSide, way: "forward", length: m(lengthM2), passes: 2 },
      count: 2,
      wrongs: ["foot-not-following", "step-short"],
      do: (walker, wrong2) => {
        stepBy(walker, 45 * of(slipSide), lengthM2, wrong2, slipSide);
        walker.planned++;
        stepBy(walker, -45 * of(slipSide), lengthM2, null, other(slipSide));
      }
    },
    {
      move: { do: "roll-out", side: rollSide, bearingDeg: 60, length: m(lengthM2) },
      wrongs: ["step-short", "step-over", "wrong-direction"],
      do: (walker, wrong2) => stepBy(walker, 60 * of(rollSide), lengthM2, wrong2, rollSide)
    },
    {
      move: { do: "step-across", side: acrossSide, bearingDeg: 45, length: m(lengthM2) },
      wrongs: ["step-short", "wrong-direction"],
      do: (walker, wrong2) => stepBy(walker, 45 * of(acrossSide), lengthM2, wrong2, acrossSide)
    },
    {
      move: { do: "weave-step", first: "lead", length: m(Math.min(0.1, lengthM2)) },
      wrongs: ["foot-not-following"],
      do: (walker, wrong2) => stepBy(walker, 0, Math.min(0.1, lengthM2), wrong2, walker.lead)
    },
    {
      move: { do: "widen", side: wideSide, ratio: 0.4 },
      wrongs: [],
      do: (walker) => {
        const { x, y, h } = walker.feet[wideSide];
        const out = 0.4 * of(wideSide) * walker.body.separationM;
        walker.single(wideSide, { x: x + out * cos(walker.facing), y: y - out * sin(walker.facing), h });
      }
    },
    {
      move: { do: "push-kick", leg: "rear", lands: "behind" },
      wrongs: ["wrong-return"],
      do: (walker, wrong2) => walker.kick(other(walker.lead), [0, 0.9], false, wrong2)
    },
    {
      move: { do: "push-kick", leg: "rear", lands: "in-front" },
      wrongs: ["wrong-return"],
      do: (walker, wrong2) => walker.kick(other(walker.lead), [0, 0.9], true, wrong2)
    },
    {
      move: { do: "knee", lands: "behind" },
      wrongs: ["wrong-return"],
      do: (walker, wrong2) => walker.kick(other(walker.lead), [0, 0.8], false, wrong2)
    },
    {
      move: { do: "round-kick", leg: "rear", lands: "behind" },
      wrongs: ["wrong-return", "no-pivot"],
      do: (walker, wrong2) => {
        const stands = walker.lead;
        const way2 = stands === "left" ? -1 : 1;
        const { x, y, h } = walker.feet[stands];
        const outM = 0.2 * walker.body.separationM;
        const deg = walker.facing + way2 * 35;
        const toe = wrong2 === "no-pivot" ? h : walker.facing + way2 * 60;
        walker.put(
          stands,
          { x: x + outM * sin(deg), y: y + outM * cos(deg), h: toe },
          walker.t,
          0.25 * walker.beatS
        );
        walker.kick(other(stands), [0.25, 0.9], false, wrong2);
      }
    },
    {
      move: { do: "feint", foot: "lead" },
      wrongs: [],
      do: (walker) => {
        walker.put(walker.lead, walker.feet[walker.lead], walker.t, 0.26, { how: "raise", riseM: 0.045 });
        walker.beats(1);
      }
    },
    holdDoing,
    {
      move: { do: "bounce", times: 2 },
      wrongs: [],
      do: (walker) => {
        for (const i of [0, 1])
          for (const foot of ["left", "right"])
            walker.put(foot, walker.feet[foot], walker.t + i * walker.beatS / 2, 0.4 * walker.beatS, {
              how: "bounce",
              riseM: 8e-3
            });
        walker.beats(1);
      }
    }
  ];
}
var BAG_M = 0.18;
function targetDoings(chance, now) {
  const { separationM } = now.body;
  const sign = () => chance.uniform() < 0.5 ? 1 : -1;
  const away = now.awayM();
  const arc = sign() * Math.min(7, 0.22 * separationM * 180 / (Math.PI * (away + separationM / 2)));
  const bearing = 45 * sign();
  const count3 = 1 + chance.below(2);
  const goesM = (away > 1.3 ? -1 : away < 1 ? 1 : sign()) * 0.28 * count3 * separationM;
  const gap = Math.round((away + goesM - BAG_M) * 1e3) / 1e3;
  return [
    {
      move: { do: "arc-walk", byDeg: arc, steps: 2 },
      count: 2,
      wrongs: ["foot-not-following", "wrong-foot-first"],
      do: (walker, wrong2) => {
        walker.about(arc, wrong2);
        walker.planned++;
        walker.about(arc, null);
      }
    },
    {
      move: { do: "angle-step", bearingDeg: bearing, length: { value: 0.34, unit: "separations" } },
      wrongs: ["step-short"],
      do: (walker, wrong2) => walker.angle(bearing, 0.34 * separationM, wrong2)
    },
    {
      move: { do: "to-gap", gap: m(gap) },
      count: count3,
      wrongs: ["step-short", "step-over"],
      do: (walker, wrong2) => {
        const begins = walker.awayM();
        for (let i = 1; i <= count3; i++) {
          if (i > 1) walker.planned++;
          walker.along(begins + (gap + BAG_M - begins) * i / count3, i === 1 ? wrong2 : null);
        }
      }
    },
    stepDoing(90 * sign(), 0.12)
  ];
}
var afterOf = ({ move }) => move.do === "widen" ? {
  move: { do: "restore", foot: move.side },
  wrongs: [],
  do: (walker) => {
    const stays = walker.feet[other(move.side)];
    const stance = walker.stance(0, 0, walker.facing, walker.lead);
    const [own, base] = [stance[move.side], stance[other(move.side)]];
    walker.single(move.side, { x: stays.x + own.x - base.x, y: stays.y + own.y - base.y, h: own.h });
  }
} : null;

// bench/scenes.ts
var HOME = { x: 10, y: 10 };
var REST_S2 = 1;
var stepTo = ([ahead, right], [wasAhead, wasRight], stray = () => [0, 0]) => {
  const [df, dr] = [ahead - wasAhead, right - wasRight];
  const bearing = Math.atan2(dr, df) * 180 / Math.PI;
  const own = stepDoing(Math.round(bearing * 1e6) / 1e6, Math.hypot(df, dr));
  return {
    ...own,
    do: (walker, wrong2) => {
      const [f, r] = stray(wrong2);
      const { facing } = walker;
      const x = HOME.x + (ahead + f) * sin(facing) + (right + r) * cos(facing);
      const y = HOME.y + (ahead + f) * cos(facing) - (right + r) * sin(facing);
      walker.both(goesFirst(bearing, walker.lead), walker.stance(x, y, facing, walker.lead), wrong2);
    }
  };
};
var through = (places, stray) => places.flatMap((place2, i) => {
  const before = places[i - 1];
  return before ? [stepTo(place2, before, stray && ((wrong2) => stray(wrong2, i)))] : [];
});
var homeAnd = (away, times) => [
  [0, 0],
  ...Array.from({ length: times }, () => [away, [0, 0]]).flat()
];
var oneOf = ({ chance, isClean }, faults, places) => ({
  wrongAt: isClean ? -1 : places[chance.below(places.length)] ?? -1,
  fault: isClean ? null : faults[chance.below(faults.length)] ?? null
});
var LENGTH = 0.28;
function steps2(stage) {
  const goes = LENGTH * stage.separationM;
  const away = stage.chance.uniform() < 0.5 ? [goes, 0] : [0, goes];
  const doings = through(homeAnd(away, 5));
  const places = doings.map((_, i) => i).filter((i) => i > 1 && i < doings.length - 1);
  return { doings, ...oneOf(stage, ["feet-crossed", "off-balance", "unplanned-switch"], places) };
}
function bounces(stage) {
  const { chance, separationM } = stage;
  const steps3 = through(homeAnd([LENGTH * separationM, 0], 3));
  const doings = steps3.flatMap((step2) => {
    const times = 2 * (1 + chance.below(2));
    return [bounceDoing(times, chance), step2];
  });
  const places = doings.flatMap(({ move }, i) => move.do === "bounce" && i > 0 ? [i] : []);
  return { doings, ...oneOf(stage, ["wrong-count", "off-the-ground"], places) };
}
var bounceDoing = (times, chance) => {
  const riseM = 0.011 + 5e-3 * chance.uniform();
  return {
    move: { do: "bounce", times },
    wrongs: [],
    do: (walker, wrong2) => {
      const did = wrong2 === "wrong-count" ? times + (chance.uniform() < 0.5 ? 1 : -1) : times;
      const rise = wrong2 === "off-the-ground" ? 0.045 : riseM;
      const eachS = walker.beatS / 2;
      for (let i = 0; i < did; i++)
        for (const foot of ["left", "right"])
          walker.put(foot, walker.feet[foot], walker.t + i * eachS, 0.8 * eachS, {
            how: "bounce",
            riseM: rise
          });
      walker.beats(Math.max(did, times) / 2);
    }
  };
};
function rounds(stage) {
  const { chance, separationM, isClean } = stage;
  const goes = LENGTH * separationM;
  const round = through(homeAnd(chance.uniform() < 0.5 ? [goes, 0] : [0, -goes], 1 + chance.below(2)));
  const times = 3 + chance.below(3);
  const more = isClean ? 0 : chance.uniform() < 0.5 ? 1 : -1;
  const last = stepDoing(90, goes);
  const all = {
    move: { do: "hold" },
    count: times * round.length,
    wrongs: [],
    do: (walker, wrong2) => {
      const first = walker.planned;
      const did = times + (wrong2 ? more : 0);
      for (let i = 0; i < did; i++)
        round.forEach((doing, k) => {
          walker.planned = first + Math.min(i, times - 1) * round.length + k;
          walker.move = i < times ? walker.planned : 0;
          doing.do(walker, null);
        });
      walker.planned = first + times * round.length - 1;
      walker.wrongSpan = [first, walker.planned];
    }
  };
  const item = (doing) => ({ move: doing.move });
  return {
    doings: [all, last],
    items: [{ repeat: times, items: round.map(item) }, item(last)],
    wrongAt: isClean ? -1 : 0,
    fault: isClean ? null : "wrong-count"
  };
}
function edge(stage) {
  const { separationM, facing } = stage;
  const goes = LENGTH * separationM;
  const doings = through(homeAnd([0, goes], 5), (wrong2) => [0, wrong2 === "off-floor" ? 0.24 : 0]);
  const rightM = goes + separationM / 2 + 0.03;
  const corner = (f, r) => ({
    x: HOME.x + f * sin(facing) + r * cos(facing),
    y: HOME.y + f * cos(facing) - r * sin(facing)
  });
  const outline2 = [corner(-4, -4), corner(4, -4), corner(4, rightM), corner(-4, rightM)];
  const places = doings.map((_, i) => i).filter((i) => i > 1 && i % 2 === 0);
  return {
    doings,
    ...oneOf(stage, ["off-floor"], places),
    plan: { floor: { name: "Narrow", outline: outline2, datums: [] } }
  };
}
function creeping(stage) {
  const { chance, separationM, isClean } = stage;
  const goes = LENGTH * separationM;
  const way2 = 360 * chance.uniform();
  const rounds2 = 14;
  const eachM = isClean ? 2e-3 : 0.01;
  const doings = through(homeAnd([goes, 0], rounds2), (_, i) => [
    i * eachM * cos(way2),
    i * eachM * sin(way2)
  ]).map((doing) => ({
    ...doing,
    do: (walker, wrong2) => {
      doing.do(walker, null);
      if (wrong2) walker.wrongSpan = [1, 2 * rounds2];
    }
  }));
  return { doings, wrongAt: isClean ? -1 : doings.length - 1, fault: isClean ? null : "drift" };
}
function strikes(stage) {
  const { chance, separationM, statureM, beatS } = stage;
  const goes = LENGTH * separationM;
  const gapM2 = 0.4 * statureM;
  const bag = { x: HOME.x, y: HOME.y + goes + gapM2 + BAG_M };
  const cues = [];
  const doings = through(homeAnd([goes, 0], 5)).map((doing, i) => {
    const when = chance.uniform() < 0.5 ? "together" : "reset-first";
    if (i % 2 === 1) return doing;
    const cue = { strike: "jab", when };
    cues[i] = [cue];
    return { ...doing, strikes: [cue], do: (walker, wrong2) => strike2(walker, doing, when, wrong2) };
  });
  const places = doings.map((_, i) => i).filter((i) => i > 1 && i % 2 === 0);
  const { wrongAt, fault } = oneOf(stage, ["strike-early", "strike-late", "strike-out-of-reach"], places);
  const isLate = fault === "strike-late";
  const told = isLate && cues[wrongAt]?.[0]?.when !== "together" ? "strike-early" : fault;
  const swungS = REST_S2 + (wrongAt + 0.5) * beatS;
  return {
    doings,
    wrongAt,
    fault: told,
    headingDeg: 0,
    plan: { target: { kind: "bag", at: bag, radiusM: BAG_M }, facing: { on: "target" } },
    beside: (timeS) => ({
      x: bag.x,
      y: bag.y + (fault === "strike-out-of-reach" ? 0.75 * statureM * bump((timeS - swungS) / beatS) : 0)
    })
  };
}
var bump = (at) => Math.abs(at) < 1 ? Math.cos(Math.PI / 2 * at) ** 2 : 0;
var JAB_S2 = 0.3;
function strike2(walker, doing, when, wrong2) {
  doing.do(walker, null);
  const own = walker.segments.slice(-2);
  const landS = (name) => own.find(({ foot }) => foot === name)?.toS ?? NaN;
  const off = (clean) => wrong2 === "strike-early" ? -0.3 : wrong2 === "strike-late" ? 0.3 : clean;
  const { chance, lead } = walker;
  const timeS = when === "together" ? landS(lead) + off(0.015 * (2 * chance.uniform() - 1)) : Math.max(landS("left"), landS("right")) + 0.1 + JAB_S2 + off(0.1 + 0.1 * chance.uniform());
  walker.strikes.push({ timeS, name: "jab" });
}
function band(stage) {
  const { chance, separationM, isClean, beatS } = stage;
  const goes = LENGTH * separationM;
  const bag = { x: HOME.x, y: HOME.y + 1.4 };
  const doings = through(homeAnd([goes, 0], 5));
  const wrongAt = isClean ? -1 : 2 + chance.below(6);
  const isFixed = chance.uniform() < 0.5;
  const swayM = 0.02 * chance.uniform();
  const goneM = (chance.uniform() < 0.5 ? -1 : 1) * (isFixed ? goes + 0.45 : 0.42);
  const nearM = 1.4 - BAG_M - goes - 0.1;
  return {
    doings: doings.map((doing) => ({
      ...doing,
      do: (walker, wrong2) => {
        doing.do(walker, null);
        if (wrong2) walker.wrongSpan = [walker.planned - 1, walker.planned + 1];
      }
    })),
    wrongAt,
    fault: isClean ? null : "out-of-band",
    headingDeg: 0,
    plan: {
      target: { kind: "bag", at: bag, radiusM: BAG_M },
      band: isFixed ? { kind: "fixed", nearM, farM: 1.4 - BAG_M + 0.1 } : { kind: "around-plan", toleranceM: 0.15 }
    },
    beside: (timeS) => ({
      x: bag.x,
      y: bag.y + swayM * Math.sin(timeS) + (isClean ? 0 : goneM * bump((timeS - REST_S2 - (wrongAt + 0.5) * beatS) / 1.2))
    })
  };
}
function partner(stage) {
  const { chance, separationM, isClean, beatS, facing } = stage;
  const side = chance.uniform() < 0.5 ? "left" : "right";
  const way2 = side === "left" ? -1 : 1;
  const theirLead = other(side);
  const goes = LENGTH * separationM;
  const out = stepDoing(90 * way2, goes);
  const roll = {
    move: { do: "roll-out", side, bearingDeg: 80, length: { value: goes, unit: "m" } },
    wrongs: [],
    do: (walker) => walker.both(side, walker.shifted(80 * way2, goes))
  };
  const back = stepDoing(-90 * way2, goes);
  const doings = [stepDoing(0, goes), stepDoing(180, goes), out, out, roll, back, back, back];
  const awayM = 1.15;
  const ahead = (f, r) => ({
    x: HOME.x + f * sin(facing) + r * cos(facing),
    y: HOME.y + f * cos(facing) - r * sin(facing)
  });
  const at = ahead(awayM, 0);
  const turnsS = REST_S2 + 4 * beatS;
  const handM = theirLead === "left" ? 0.15 : -0.15;
  const outM = way2 * (2 * goes + goes * sin(80));
  const restM = awayM - goes * cos(80);
  const bearing = Math.atan2(outM, restM) * 180 / Math.PI;
  const asin = Math.asin(handM / Math.hypot(outM, restM)) * 180 / Math.PI;
  return {
    doings,
    wrongAt: isClean ? -1 : 4,
    fault: isClean ? null : "in-their-line",
    plan: { target: { kind: "partner", at, radiusM: 0 } },
    beside: (timeS) => {
      const share = Math.min(1, Math.max(0, (timeS - turnsS) / (0.5 * beatS)));
      const stays = Math.min(1, Math.max(0, (timeS - turnsS - 2 * beatS) / (0.5 * beatS)));
      const turned3 = isClean ? 0 : (share - stays) * (-bearing - asin);
      const h = facing + 180 + turned3;
      return { ...at, partner: { h, ...stanceOf(at, h, theirLead, 0.36) } };
    }
  };
}
function stanceOf({ x, y }, h, lead, separationM) {
  const foot = (f, r) => ({
    x: x + f * sin(h) + r * cos(h),
    y: y + f * cos(h) - r * sin(h),
    h
  });
  const half = separationM / 2 / Math.SQRT2;
  const way2 = lead === "left" ? -1 : 1;
  const [first, second] = [foot(half, way2 * half), foot(-half, -way2 * half)];
  return lead === "left" ? { left: first, right: second } : { left: second, right: first };
}
var CONE_M = 0.1;
function weave(stage) {
  const { chance, facing, isClean, separationM } = stage;
  const cones = 3 + chance.below(2);
  const spacingM = 1 + 0.3 * chance.uniform();
  const besideM = 0.35 + CONE_M + separationM / 2;
  const startSide = chance.uniform() < 0.5 ? "left" : "right";
  const pushes = Math.ceil(Math.hypot(spacingM, 2 * besideM) / (0.75 * separationM));
  const firstSide = startSide === "left" ? -1 : 1;
  const firstM = spacingM / 2;
  const cornersOf = (wrongCone2) => [
    [0, 0],
    ...Array.from({ length: cones }, (_, i) => {
      const side = (i % 2 === 0 ? firstSide : -firstSide) * (i === wrongCone2 ? -1 : 1);
      return [firstM + i * spacingM, side * besideM];
    }),
    [cones * spacingM, 0]
  ];
  const walkOf = (wrongCone2) => {
    const corners = cornersOf(wrongCone2);
    return corners.flatMap((to, i) => {
      const from = corners[i - 1];
      if (!from) return [to];
      return Array.from({ length: pushes }, (_, k) => {
        const share = (k + 1) / pushes;
        return [from[0] + share * (to[0] - from[0]), from[1] + share * (to[1] - from[1])];
      });
    });
  };
  const wrongCone = chance.below(cones);
  const onto = chance.uniform() < 0.5;
  const wrongs = walkOf(wrongCone);
  const right = walkOf(-1);
  const fault = isClean ? null : onto ? "cone-touched" : "wrong-side-of-cone";
  const all = {
    move: { do: "hold" },
    count: right.length - 1,
    wrongs: [],
    do: (walker, wrong2) => {
      const first = walker.planned;
      const walk2 = wrong2 === "wrong-side-of-cone" ? wrongs : right;
      const touches = wrong2 === "cone-touched" ? pushes * (wrongCone + 1) : -1;
      for (let i = 1; i < walk2.length; i++) {
        const [to, from] = [walk2[i] ?? [0, 0], walk2[i - 1] ?? [0, 0]];
        walker.planned = first + i - 1;
        walker.move = walker.planned;
        stepTo(to, from).do(walker, null);
        if (i === touches) onCone(walker, ahead(firstM + wrongCone * spacingM, 0));
      }
      walker.wrongSpan = wrong2 === "cone-touched" ? [first + touches - 1, first + touches - 1] : [first + pushes * wrongCone, first + pushes * (wrongCone + 2) - 1];
    }
  };
  const ahead = (f, r) => ({
    x: HOME.x + f * sin(facing) + r * cos(facing),
    y: HOME.y + f * cos(facing) - r * sin(facing)
  });
  return {
    doings: [all],
    items: [
      {
        weave: {
          cones,
          spacingM,
          sideOffsetM: besideM,
          startSide,
          firstCone: ahead(firstM, 0),
          laneHeadingDeg: facing,
          coneRadiusM: CONE_M,
          coneHeight: "flat",
          wayBack: false,
          laps: 1,
          pushes,
          alike: true
        }
      }
    ],
    wrongAt: isClean ? -1 : 0,
    fault,
    plan: {
      limits: { halfStepRatio: 1, overstretchRatio: 2.2, reason: "Pushes from cone to cone" }
    }
  };
}
function onCone(walker, cone2) {
  const { segments } = walker;
  const awayM = (i2) => {
    const to2 = segments[i2]?.to;
    return to2 ? Math.hypot(to2.x - cone2.x, to2.y - cone2.y) : Infinity;
  };
  const n = segments.length;
  const i = awayM(n - 1) < awayM(n - 2) ? n - 1 : n - 2;
  const own = segments[i];
  if (!own) return;
  const to = { ...cone2, h: own.to.h };
  segments[i] = { ...own, to };
  walker.feet = { ...walker.feet, [own.foot]: to };
}
function standing2(stage) {
  const { chance, separationM } = stage;
  const overM = 0.56 * separationM;
  const over = (bearing) => ({
    move: { do: "half-steps", bearingDeg: bearing, distance: { value: overM, unit: "m" } },
    count: 2,
    wrongs: [],
    do: (walker, wrong2) => {
      const own = stepDoing(bearing, overM / 2);
      own.do(walker, wrong2);
      walker.wrongSpan = wrong2 ? [walker.planned, walker.planned] : walker.wrongSpan;
      walker.planned++;
      walker.move++;
      own.do(walker, null);
    }
  });
  const bearings = [0, 180, 90, -90].toSorted(() => chance.uniform() - 0.5);
  const doings = bearings.flatMap((bearing) => [over(bearing), holdDoing]);
  const isStep2 = chance.uniform() < 0.5;
  const places = doings.flatMap(
    ({ move }, i) => i > 0 && i < doings.length - 1 && move.do === "hold" !== isStep2 ? [i] : []
  );
  return { doings, ...oneOf(stage, isStep2 ? ["step-short", "missed-move"] : ["extra-move"], places) };
}
var SCENES = [steps2, bounces, rounds, edge, creeping, strikes, band, partner, weave, standing2];
var sceneOf = (nth, stage) => (SCENES[nth % SCENES.length] ?? steps2)(stage);

// bench/walked-track.ts
var NOWHERE = { x: NaN, y: NaN };
function trackOf({ segments, strikes: strikes2, beside, t }, start2, capture, chance) {
  const n = Math.floor((t + 1) * capture.rateHz);
  const timeS = Float64Array.from({ length: n }, (_, i) => i / capture.rateHz);
  const foot = (name) => {
    const own2 = segments.filter((one) => one.foot === name).toSorted((a, b) => a.fromS - b.fromS);
    const columns = [
      new Float64Array(n),
      new Float64Array(n),
      new Float64Array(n),
      new Float64Array(n)
    ];
    const [x, y, z, h] = columns;
    timeS.forEach((at, i) => {
      const one = own2.findLast(({ fromS }) => fromS <= at);
      const now = one ? placeIn(one, at) : { ...start2[name], z: 0 };
      x[i] = now.x + capture.noiseM * chance.normal();
      y[i] = now.y + capture.noiseM * chance.normal();
      z[i] = now.z + capture.noiseM * chance.normal();
      const deg = now.h + capture.headingDeg * chance.normal();
      h[i] = (deg % 360 + 540) % 360 - 180;
    });
    return { x, y, z, headingDeg: h };
  };
  const noisy = (values, by) => timeS.map((at) => (values(beside?.(at) ?? NOWHERE) ?? NaN) + by * chance.normal());
  const place2 = (of) => ({
    x: noisy((at) => of(at)?.x, capture.noiseM),
    y: noisy((at) => of(at)?.y, capture.noiseM)
  });
  const own = { left: foot("left"), right: foot("right") };
  const isPartner = beside?.(0).partner !== void 0;
  return {
    timeS,
    ...own,
    target: beside && {
      ...place2((at) => at),
      headingDeg: isPartner ? noisy(({ partner: partner2 }) => partner2?.h, capture.headingDeg) : null
    },
    targetLeft: isPartner ? place2(({ partner: partner2 }) => partner2?.left) : null,
    targetRight: isPartner ? place2(({ partner: partner2 }) => partner2?.right) : null,
    strikes: strikes2.map(({ timeS: at, name }) => ({ index: Math.round(at * capture.rateHz), name })),
    notes: { position_u_m: String(Math.max(2e-3, 0.4 * capture.noiseM)) }
  };
}
function placeIn({ fromS, toS, from, to, about, riseM, course, how }, at) {
  const share = Math.min(1, (at - fromS) / (toS - fromS));
  const way2 = share >= 1 ? 1 : course(share);
  const h = from.h + way2 * (to.h - from.h);
  const z = share < 1 ? riseM * Math.sin(Math.PI * share) : 0;
  if (about && share < 1) {
    const deg = way2 * about.byDeg;
    const outM = Math.hypot(from.x - about.x, from.y - about.y);
    const size = 1 + way2 * (Math.hypot(to.x - about.x, to.y - about.y) / outM - 1);
    const [dx, dy] = [size * (from.x - about.x), size * (from.y - about.y)];
    return {
      x: about.x + dx * cos(deg) + dy * sin(deg),
      y: about.y - dx * sin(deg) + dy * cos(deg),
      h,
      z
    };
  }
  const out = how === "raise" && riseM > 0.2 && share < 1 ? 0.5 * Math.sin(Math.PI * share) ** 2 : 0;
  return {
    x: from.x + way2 * (to.x - from.x) + out * sin(from.h),
    y: from.y + way2 * (to.y - from.y) + out * cos(from.h),
    h,
    z
  };
}

// bench/moves.ts
var MOVES_A_DRILL = 12;
var LEAST_TURN_DEG3 = 14;
var SAME_S = 0.3;
var CAPTURES = [
  ["100 Hz, 5 mm", { rateHz: 100, noiseM: 5e-3, headingDeg: 1.2 }],
  ["60 Hz, 10 mm", { rateHz: 60, noiseM: 0.01, headingDeg: 2 }]
];
function moves(drills2, seed) {
  for (const [name, capture] of CAPTURES) {
    const tally = {
      events: /* @__PURE__ */ new Map(),
      faults: /* @__PURE__ */ new Map(),
      drills: 0,
      clean: 0,
      cleanNotMet: 0,
      cleanOpen: 0
    };
    for (let i = 0; i < drills2; i++) oneDrill2(tally, capture, seed + i);
    console.log(
      `
Every kind of move at ${name}: ${drills2} drills of about ${MOVES_A_DRILL} moves, seed ${seed}
`
    );
    printTable(
      ["kind of move", "events there", "found", "share"],
      [...tally.events].sort(([a], [b]) => a.localeCompare(b)).map(([kind, { there, found }]) => [kind, `${there}`, `${found}`, (found / there).toFixed(3)])
    );
    printTable(
      ["fault", "made", "told", "cannot tell", "told wrongly", "recall", "precision"],
      [...tally.faults].sort(([a], [b]) => a.localeCompare(b)).map(([fault, { made, told, open, wrong: wrong2 }]) => [
        fault,
        `${made}`,
        `${told}`,
        `${open}`,
        `${wrong2}`,
        made === 0 ? "-" : (told / made).toFixed(3),
        told + wrong2 === 0 ? "-" : (told / (told + wrong2)).toFixed(3)
      ])
    );
    console.log(
      `Clean drills: ${tally.clean}, of them not met ${tally.cleanNotMet} (${(100 * tally.cleanNotMet / Math.max(1, tally.clean)).toFixed(1)} %), cannot tell ${tally.cleanOpen}
Demanded: events 0.99, recall and precision 0.97 each, clean drills not met under 2 %`
    );
  }
}
function oneDrill2(tally, capture, seed) {
  const chance = chanceFrom(seed);
  const school = SCHOOLS[chance.below(SCHOOLS.length)];
  if (!school) return;
  const student = {
    name: "Anyone",
    leadSide: chance.uniform() < 0.5 ? "left" : "right",
    schoolId: school.id,
    lengths: { statureM: 1.45 + 0.55 * chance.uniform() }
  };
  const { separation, stanceAngleDeg } = fitStance(student);
  const tempoPerMin = 38 + chance.below(17);
  const isScene = seed % 3 === 0;
  const isAboutBag = !isScene && chance.uniform() < 1 / 3;
  const bag = isAboutBag ? { x: 10, y: 10 + 1.15 } : { x: 10, y: 19 };
  const facing = isAboutBag ? 0 : 360 * chance.uniform() - 180;
  const walkerOf = (own, heading) => new Walker(
    {
      separationM: separation.valueM,
      angleDeg: stanceAngleDeg,
      leadToeDeg: school.leadToeOutDeg,
      rearToeDeg: school.rearToeOutDeg
    },
    { lead: student.leadSide, at: HOME, facing: heading, ...isAboutBag ? { target: bag } : {} },
    60 / tempoPerMin,
    own
  );
  const isClean = chance.uniform() < 0.5;
  const ideal = walkerOf(chanceFrom(seed), facing);
  const scene = isScene ? sceneOf(Math.floor(seed / 3), {
    chance,
    statureM: student.lengths.statureM,
    separationM: separation.valueM,
    lead: student.leadSide,
    facing,
    beatS: 60 / tempoPerMin,
    isClean
  }) : isAboutBag ? aboutBag(chance, { ahead: walkerOf(chanceFrom(seed), facing), ideal, isClean }) : alongLane(chance, separation.valueM, { isClean, nth: seed });
  const walker = walkerOf(chance, scene.headingDeg ?? facing);
  const start2 = walker.feet;
  const { doings, wrongAt, fault: wanted } = scene;
  let made = null;
  doings.forEach((doing, i) => {
    walker.move = walker.planned;
    const fault = i === wrongAt ? wanted : null;
    const first = walker.planned;
    if (!isScene) doing.do(ideal, null);
    ideal.planned++;
    doing.do(walker, fault);
    const at = fault === "half-exit" ? walker.planned : first;
    if (fault) made = { fault, span: walker.wrongSpan ?? [at, at] };
    walker.planned++;
  });
  walker.beside = scene.beside ?? null;
  const plan = {
    name: "Sequence",
    floor: ROOMY,
    target: { kind: "bag", at: bag, radiusM: BAG_M },
    facing: { on: isAboutBag ? "target" : "lane" },
    pattern: {
      start: { at: HOME, headingDeg: scene.headingDeg ?? facing },
      items: scene.items ?? doings.map(({ move, strikes: strikes2 }) => ({ move, ...strikes2 ? { strikes: strikes2 } : {} }))
    },
    band: { kind: "around-plan", toleranceM: 3 },
    tempoPerMin,
    ...scene.plan
  };
  const { report } = checkTrack({ plan, student }, trackOf(walker, start2, capture, chance));
  tally.drills++;
  countEvents(tally, walker.segments, report, scene);
  countFaults(tally, report, made, seed);
}
var ROOMY = {
  name: "Roomy",
  outline: [
    { x: 0, y: 0 },
    { x: 20, y: 0 },
    { x: 20, y: 20 },
    { x: 0, y: 20 }
  ],
  datums: []
};
function drillOf(chance, separationM) {
  const all = laneDoings(chance, separationM);
  const doings = [];
  while (doings.length < MOVES_A_DRILL) {
    const doing = all[chance.below(all.length)];
    if (!doing) continue;
    doings.push(doing);
    const after = afterOf(doing);
    if (after) doings.push(after);
    if (chance.uniform() < 0.4) doings.push(stepDoing([0, 90, 180, -90][chance.below(4)] ?? 0, 0.1));
  }
  return doings;
}
function backTo(ideal, ahead) {
  const own = stepDoing(0, 0.1);
  return {
    ...own,
    do: (walker, wrong2) => {
      if (walker === ideal || walker === ahead) own.do(walker, wrong2);
      else {
        walker.facing = ideal.facing;
        walker.both(walker.lead, ideal.feet);
      }
    }
  };
}
var CLEAN = { wrongAt: -1, fault: null };
function alongLane(chance, separationM, { isClean, nth }) {
  const doings = drillOf(chance, separationM);
  if (isClean) return { doings, ...CLEAN };
  const all = laneDoings(chance, separationM);
  const faults = [...new Set(all.flatMap(({ wrongs }) => wrongs))];
  const fault = faults[nth % faults.length] ?? "";
  const able = all.filter(({ wrongs }) => wrongs.includes(fault));
  const doing = able[chance.below(able.length)];
  if (!doing) return { doings, ...CLEAN };
  const places = doings.flatMap((_, i) => i > 1 && doings[i - 1]?.move.do !== "widen" ? [i] : []);
  const wrongAt = places[chance.below(places.length)] ?? doings.length;
  return { doings: doings.toSpliced(wrongAt, 0, doing, stepDoing(0, 0.1)), wrongAt, fault };
}
function aboutBag(chance, { ahead, ideal, isClean }) {
  const doings = [];
  const push = (doing) => {
    doings.push(doing);
    doing.do(ahead, null);
  };
  const wrongAt = isClean ? -1 : 2 + chance.below(6);
  while (doings.length < MOVES_A_DRILL - 2) {
    const all = targetDoings(chance, ahead).filter(
      ({ wrongs: wrongs2 }) => doings.length !== wrongAt || wrongs2.length > 0
    );
    const doing = all[chance.below(all.length)];
    if (!doing) continue;
    push(doing);
    if (doings.length - 1 === wrongAt) push(backTo(ideal, ahead));
  }
  const wrongs = doings[wrongAt]?.wrongs ?? [];
  return { doings, wrongAt, fault: wrongs[chance.below(Math.max(1, wrongs.length))] ?? null };
}
function countEvents({ events }, segments, report, { doings, items }) {
  const kinds = kindsOf(doings);
  const only = items?.length === 1 && "weave" in (items[0] ?? {}) ? "weave" : null;
  for (const { foot, how, from, to, fromS, toS, move } of segments) {
    const wayM = Math.hypot(to.x - from.x, to.y - from.y);
    if (how === "bounce") continue;
    if (how === "pivot" && Math.abs(to.h - from.h) < LEAST_TURN_DEG3) continue;
    if (how === "step" && wayM < 0.04) continue;
    const kind = only ?? kinds.get(move);
    if (kind === void 0) continue;
    const row = events.get(kind) ?? { there: 0, found: 0 };
    row.there++;
    const isThere = report.footfalls.some(
      (seen) => seen.foot === foot && seen.how === "pivot" === (how === "pivot") && Math.abs(seen.landS - toS) < SAME_S && Math.abs(seen.liftS - fromS) < SAME_S
    );
    if (isThere) row.found++;
    else if (process.env["VERBOSE"])
      console.log("not found", kind, foot, how, fromS.toFixed(2), toS.toFixed(2), wayM.toFixed(3));
    events.set(kind, row);
  }
}
function kindsOf(doings) {
  const kinds = /* @__PURE__ */ new Map();
  let number2 = 1;
  for (const { move, count: count3 = 1 } of doings) {
    for (let i = 0; i < count3; i++) kinds.set(number2 + i, move.do);
    number2 += count3;
  }
  return kinds;
}
var nameOf = (fault) => fault === "stance-not-restored" ? "foot-not-following" : fault;
function countFaults(tally, report, made, seed) {
  const row = (fault) => {
    const known = tally.faults.get(nameOf(fault)) ?? { made: 0, told: 0, open: 0, wrong: 0 };
    tally.faults.set(nameOf(fault), known);
    return known;
  };
  if (!made) {
    tally.clean++;
    if (report.faults.length > 0) tally.cleanNotMet++;
    else if (report.undecided.length > 0) tally.cleanOpen++;
  } else {
    const own = row(made.fault);
    own.made++;
    const isOwn = ({ fault, moveNumber }) => nameOf(fault) === nameOf(made.fault) && (moveNumber === null || moveNumber >= made.span[0] - 1 && moveNumber <= made.span[1] + 1);
    if (flatFindings(report.faults).some(isOwn)) own.told++;
    else if (flatFindings(report.undecided).some(isOwn)) {
      own.open++;
      if (process.env["VERBOSE"])
        console.log(
          `seed ${seed}: ${made.fault} of move ${made.span[0]} open`,
          flatFindings(report.undecided).filter(isOwn).map((f) => `${f.fault} ${f.measured} ${f.limit} ${f.expandedU}`).join()
        );
    } else if (process.env["VERBOSE"])
      console.log(
        `seed ${seed}: ${made.fault} of move ${made.span[0]} not told:`,
        ...report.faults.map((f) => `${f.fault}#${f.moveNumber}`)
      );
  }
  for (const cause of report.faults) {
    const near = made && cause.moveNumber !== null && cause.moveNumber >= made.span[0] && cause.moveNumber <= made.span[1] + 1;
    const isOf = made && (cause.fault === made.fault || made.fault === "extra-move");
    const isRight = near || isOf && cause.moveNumber === null;
    if (isRight) continue;
    row(cause.fault).wrong++;
    if (process.env["VERBOSE"])
      console.log(
        `seed ${seed}: told wrongly ${cause.fault}#${cause.moveNumber} ${cause.measured.toFixed(3)} ${cause.limit.toFixed(3)} ${cause.expandedU.toFixed(3)}, made ${made ? `${made.fault}#${made.span[0]}` : "nothing"}`
      );
  }
}

// bench/speed.ts
import Papa4 from "papaparse";
var ROUNDS4 = 15;
var WARM_ROUNDS = 4;
var LAPS_OF_TEN_MINUTES = 6;
var longDrill = (laps) => ({
  plan: withLane(DEMO_PLAN, { wayBack: true, laps }),
  student: DEMO_STUDENTS[0]
});
var KINDS = [
  { do: "in-out", length: { value: 0.13, unit: "m" } },
  { do: "pivot", on: "lead", byDeg: 45 },
  { do: "half-steps", bearingDeg: 90, distance: { value: 0.3, unit: "m" } },
  { do: "pivot", on: "lead", byDeg: -45 },
  { do: "switch", how: "in-place" },
  { do: "slip", side: "left", way: "forward", length: { value: 0.13, unit: "m" }, passes: 2 },
  { do: "switch", how: "in-place" },
  { do: "round-kick", leg: "rear", lands: "behind" },
  { do: "half-steps", bearingDeg: -90, distance: { value: 0.3, unit: "m" } },
  { do: "half-steps", bearingDeg: 180, distance: { value: 0.4, unit: "m" } }
];
var NOBODY = {
  name: "Anyone",
  leadSide: "left",
  schoolId: "shoulder-width",
  lengths: { statureM: 1.75 }
};
var sequenceDrill = (rounds2, student = DEMO_STUDENTS[0]) => ({
  plan: {
    ...DEMO_PLAN,
    facing: { on: "lane" },
    pattern: {
      start: { at: { x: 3, y: 3 }, headingDeg: 0 },
      items: [{ repeat: rounds2, items: KINDS.map((move) => ({ move })) }]
    },
    band: { kind: "around-plan", toleranceM: 3 }
  },
  student: student ?? NOBODY
});
var ROUNDS_OF_TEN_MINUTES = 42;
var ROUNDS_OF_200_MOVES = 14;
var CLASS = 24;
var ONES_A_ROUND = 8;
function twoPersonTrack(drill) {
  const { track } = simulate(drill, TRACKER_DEFAULTS);
  const { at } = drill.plan.target;
  const beside = (dx) => ({ x: track.timeS.map(() => at.x + dx), y: track.timeS.map(() => at.y) });
  return { ...track, targetLeft: beside(-0.2), targetRight: beside(0.2) };
}
function timeMs(work) {
  const start2 = performance.now();
  work();
  return performance.now() - start2;
}
var inRounds = (values) => {
  const each = values.length / ROUNDS4;
  return Array.from({ length: ROUNDS4 }, (_, round) => {
    const own = values.slice(round * each, (round + 1) * each);
    return own.reduce((sum, value) => sum + value, 0) / own.length;
  });
};
var median = (values) => [...values].sort((a, b) => a - b)[values.length >> 1];
function speed() {
  const drill = longDrill(LAPS_OF_TEN_MINUTES);
  const written = writeTrackCsv(twoPersonTrack(drill));
  const read = readTrackCsv(written);
  if (!read.ok) throw new Error(read.problem.message);
  const track = read.value;
  const body = written.replace(/^(#.*\n)+/, "");
  const double = longDrill(2 * LAPS_OF_TEN_MINUTES);
  const doubleTrack = twoPersonTrack(double);
  const none = () => [];
  const times = {
    csv: none(),
    text: none(),
    ours: none(),
    check: none(),
    double: none(),
    kinds: none(),
    one: none(),
    all: none()
  };
  const kinds = sequenceDrill(ROUNDS_OF_TEN_MINUTES);
  const kindsTrack = twoPersonTrack(kinds);
  const ofStudent = (i) => sequenceDrill(ROUNDS_OF_200_MOVES, DEMO_STUDENTS[i % DEMO_STUDENTS.length]);
  for (let round = 0; round < WARM_ROUNDS + ROUNDS4; round++) {
    if (round === WARM_ROUNDS) for (const counted of Object.values(times)) counted.length = 0;
    times.csv.push(
      timeMs(() => Papa4.parse(body, { header: true, dynamicTyping: true, skipEmptyLines: true }))
    );
    times.check.push(timeMs(() => checkTrack(drill, track)));
    times.text.push(timeMs(() => Papa4.parse(body, { skipEmptyLines: true })));
    times.ours.push(timeMs(() => readTrackCsv(written)));
    times.double.push(timeMs(() => checkTrack(double, doubleTrack)));
    times.kinds.push(timeMs(() => checkTrack(kinds, kindsTrack)));
    for (let i = 0; i < ONES_A_ROUND; i++) times.one.push(timeMs(() => checkPlan(ofStudent(i))));
    times.all.push(
      timeMs(() => {
        for (let i = 0; i < CLASS; i++) checkPlan(ofStudent(i));
      })
    );
  }
  const row = (what2, values, against2) => {
    const own = inRounds(values);
    const others = inRounds(against2);
    return [
      what2,
      median(values).toFixed(0),
      Math.min(...values).toFixed(0),
      median(own.map((value, i) => value / (others[i] ?? NaN))).toFixed(2)
    ];
  };
  console.log(
    `
Speed: ${(track.timeS.at(-1) / 60).toFixed(1)} minutes, two people, ${track.timeS.length} samples, ${(written.length / 1e6).toFixed(1)} MB of CSV; median of ${ROUNDS4} rounds, ratios within a round, after ${WARM_ROUNDS} that warm all of it up
`
  );
  printTable(
    ["what", "median ms", "least ms", "ratio"],
    [
      row("read with papaparse to numbers (reference)", times.csv, times.csv),
      row("read with papaparse to text only", times.text, times.csv),
      row("read with our reader, on papaparse", times.ours, times.csv),
      row("check, reading excluded", times.check, times.csv),
      row("check of twice the track, against the check", times.double, times.check),
      row(
        `check of ${((kindsTrack.timeS.at(-1) ?? NaN) / 60).toFixed(1)} minutes of many kinds of move`,
        times.kinds,
        times.csv
      ),
      row("a plan of 200 moves, expanded and judged", times.one, times.one),
      row(`the same for ${CLASS} students`, times.all, times.one)
    ]
  );
  console.log(
    "\nDemanded: check at most 1 of the reference; twice the track at most 2.1 of the check; 24 students at most 26 times one"
  );
}

// bench/writes.ts
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { PGlite as PGlite2 } from "@electric-sql/pglite";

// server/src/db/engine.ts
import fs from "node:fs";
import { PGlite, types } from "@electric-sql/pglite";
import { NodeFS } from "@electric-sql/pglite/nodefs";
var BYTEA = {
  serializers: {
    [types.BYTEA]: (value) => `\\x${Buffer.from(value.buffer, value.byteOffset, value.byteLength).toString("hex")}`
  },
  parsers: { [types.BYTEA]: (text) => new Uint8Array(Buffer.from(text.slice(2), "hex")) }
};
var SyncedNodeFS = class extends NodeFS {
  async init(...[pg, options]) {
    const made = await super.init(pg, options);
    const withSync = (module) => {
      const { NODEFS, FS } = module;
      NODEFS.stream_ops["fsync"] = ({ nfd, node }) => {
        const sync = FS.isFile(node.mode) ? fs.fdatasyncSync : fs.fsyncSync;
        NODEFS.tryFSOperation(() => sync(nfd));
        return 0;
      };
    };
    const { emscriptenOpts } = made;
    const preRun = [...emscriptenOpts.preRun ?? [], withSync];
    return { ...made, emscriptenOpts: { ...emscriptenOpts, preRun } };
  }
};
var START_PARAMS = [
  ...PGlite.defaultStartParams.filter((parameter) => parameter !== "-F"),
  ...["wal_sync_method=fsync", "wal_recycle=off", "min_wal_size=32MB", "max_wal_size=64MB"].flatMap(
    (setting) => ["-c", setting]
  )
];
var GRAVE = /\b(FATAL|PANIC)\b/;
async function openEngine(place2) {
  const grave = [];
  const onStderr = (text) => {
    if (GRAVE.test(text)) grave.push(text.trim());
    return false;
  };
  const where = "dir" in place2 ? { fs: new SyncedNodeFS(place2.dir), startParams: START_PARAMS } : place2.seed ? { loadDataDir: place2.seed } : {};
  try {
    const pg = await PGlite.create({ ...where, ...BYTEA, onStderr });
    return guarded(pg, grave);
  } catch (error) {
    const said = grave.at(-1)?.replace(/^.*?(FATAL|PANIC):\s*/, "");
    throw new Error(said ?? (error instanceof Error ? error.message : String(error)), { cause: error });
  }
}
var ORDINARY_ERROR = 100;
function guarded(pg, grave) {
  const module = pg.Module;
  let dead = null;
  const loopOnce = module._PostgresMainLoopOnce;
  const restore2 = module.stackRestore;
  module._PostgresMainLoopOnce = () => {
    if (dead) throw dead;
    try {
      loopOnce();
    } catch (error) {
      if (error.status !== ORDINARY_ERROR)
        dead = new Error(grave.at(-1) ?? String(error), { cause: error });
      throw error;
    }
  };
  module.stackRestore = (at) => {
    if (dead) throw dead;
    restore2(at);
  };
  const giveBack = () => {
    for (const stream of module.FS.streams) {
      if (typeof stream?.nfd !== "number") continue;
      try {
        fs.closeSync(stream.nfd);
      } catch {
      }
    }
  };
  return {
    pg,
    death: () => dead,
    close: async () => {
      if (dead) giveBack();
      else await pg.close();
    }
  };
}

// bench/writes.ts
var WRITES = 300;
var CLIENTS = 32;
async function timed(insert) {
  const times = [];
  for (let n = 0; n < WRITES; n++) {
    const from2 = performance.now();
    await insert(n);
    times.push(performance.now() - from2);
  }
  const from = performance.now();
  await Promise.all(
    Array.from({ length: CLIENTS }, async (_, lane) => {
      for (let n = 0; n < WRITES / 10; n++) await insert(1e3 * (lane + 1) + n);
    })
  );
  const many2 = (performance.now() - from) / (CLIENTS * WRITES / 10);
  return { one: times.sort((a, b) => a - b)[WRITES / 2], many: many2 };
}
var insertInto = (pg) => (n) => pg.query("insert into t (id, words) values ($1, $2)", [n, "a note of some length ".repeat(8)]);
async function writes() {
  const root = mkdtempSync(join(tmpdir(), "angled-chalk-bench-"));
  try {
    const plain = await PGlite2.create(join(root, "plain"));
    await plain.exec("create table t (id integer primary key, words text)");
    const without2 = await timed(insertInto(plain));
    await plain.close();
    const engine = await openEngine({ dir: join(root, "synced") });
    await engine.pg.exec("create table t (id integer primary key, words text)");
    const withSync = await timed(insertInto(engine.pg));
    await engine.close();
    const ms2 = (value) => value.toFixed(2);
    console.log("\nOne acknowledged write, milliseconds\n");
    printTable(
      ["store", "one writer, median", `${CLIENTS} writers, each`],
      [
        ["driver as it ships (no fsync)", ms2(without2.one), ms2(without2.many)],
        ["acknowledged means on the disk", ms2(withSync.one), ms2(withSync.many)],
        ["ratio", (withSync.one / without2.one).toFixed(2), (withSync.many / without2.many).toFixed(2)]
      ]
    );
  } finally {
    rmSync(root, { recursive: true, force: true });
  }
}

// bench/main.ts
var what = process.argv[2] ?? "all";
var drills = Number(process.env["DRILLS"] ?? 60);
if (what === "all" || what === "accuracy") accuracy(drills, Number(process.env["SEED"] ?? Date.now() % 1e6));
if (what === "all" || what === "accuracy")
  coverage(Number(process.env["RECORDINGS"] ?? 12), Number(process.env["SEED"] ?? Date.now() % 1e6));
if (what === "coverage")
  coverage(Number(process.env["RECORDINGS"] ?? 12), Number(process.env["SEED"] ?? Date.now() % 1e6));
if (what === "all" || what === "moves")
  moves(Number(process.env["DRILLS"] ?? 300), Number(process.env["SEED"] ?? Date.now() % 1e6));
if (what === "all" || what === "speed") speed();
if (what === "all" || what === "fit") fit();
if (what === "all" || what === "fill") fill();
if (what === "all" || what === "writes") await writes();
if (!["all", "accuracy", "coverage", "moves", "speed", "fit", "fill", "writes"].includes(what)) {
  console.error(
    `There is no bench "${what}". Benches: accuracy, coverage, moves, speed, fit, fill, writes, club, frames.`
  );
  process.exitCode = 2;
}
//# sourceMappingURL=main.js.map
