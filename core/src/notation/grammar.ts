import { MOVE_NAMES, MOVES, type PhrasePart } from '../moves/index.ts';
import { STRIKES } from '../range/index.ts';
import { FACING_WORDS, LENGTH_UNITS, TARGET_KINDS } from './words.ts';

/** Words as a grammar sees them: one after another, with room between them. */
const words = (text: string): string =>
  text
    .split(' ')
    .map((word) => `"${word}" End`)
    .join(' __ ');

/** One of several texts, each standing for a value. */
const oneOf = (choices: readonly (readonly [value: string, text: string])[]): string =>
  // A text that begins like a shorter one comes first.
  [...choices]
    .sort(([, a], [, b]) => b.length - a.length)
    .map(([value, text]) => `${words(text)} { return ${JSON.stringify(value)}; }`)
    .join(' / ');

const RULES = { way: 'Way', turn: 'Turn', spin: 'Spin', number: 'Number', length: 'Length' } as const;

function partRule(part: PhrasePart): string {
  if (typeof part === 'string') return `__ ${words(part)}`;
  if (part.as !== 'choice') return `__ ${part.key}:At${RULES[part.as]}`;
  const said = Object.entries(part.words).filter(([, text]) => text !== '');
  const unsaid = Object.entries(part.words).find(([, text]) => text === '')?.[0];
  const choice = `v:(${oneOf(said)}) { return { value: v, at: location() }; }`;
  return unsaid === undefined
    ? `${part.key}:(__ ${choice})`
    : `${part.key}:(__ ${choice} / "" { return { value: ${JSON.stringify(unsaid)}, at: location() }; })`;
}

const keysOf = (phrase: readonly PhrasePart[]): string[] =>
  phrase.flatMap((part) => (typeof part === 'string' ? [] : [part.key]));

const ruleName = (kind: string): string => `Move_${kind.replaceAll('-', '_')}`;

function moveRule(kind: keyof typeof MOVES): string {
  const phrase: readonly PhrasePart[] = MOVES[kind].phrase;
  const parts = phrase.map(partRule).join(' ').replace(/^__ /, '');
  return `${ruleName(kind)} = ${parts} { return { move: { ${[`do: ${JSON.stringify(kind)}`, ...keysOf(phrase).map((key) => `${key}: ${key}.value`)].join(', ')} }, fields: { ${keysOf(phrase).join(', ')} } }; }`;
}

const strikeWords = (id: string): string => id.replaceAll('-', ' ');

/** The grammar of the notation, made from what every kind of move says of itself. */
export const notationGrammar = (): string => `
Text = Blank* head:(h:Head Blank* { return h; })* items:Items EOF { return { head, items }; }
Blank = _ NL / _ Comment (NL / EOF)
Items = (i:Item Blank* { return i; })*
Item = _ i:(Repeat / Weave / Cue) Ends { return i; }
Ends "the end of the line" = _ Comment? (NL / EOF)

Head = _ h:(
    ${words('drill')} __ v:Name { return ['name', v]; }
  / ${words('tempo')} __ v:Number { return ['tempo', { value: v, at: location() }]; }
  / ${words('face')} __ v:Facing { return ['facing', v]; }
  / ${words('gap')} __ v:Band { return ['band', v]; }
  / ${words('target')} __ v:Target { return ['target', v]; }
  / ${words('start at')} __ x:Metres __ y:Metres __ ${words('heading')} __ d:Number
    { return ['start', { at: { x, y }, headingDeg: d }]; }
  / ${words('limit')} __ v:Limits { return ['limits', v]; }
  / ${words('partner')} v:Partner { return ['partner', v]; }
) Ends { return { key: h[0], value: h[1], at: location() }; }
Target = kind:(${oneOf(TARGET_KINDS.map((kind) => [kind, kind]))})
  place:(__ ${words('at')} __ x:Metres __ y:Metres { return { at: { x, y } }; }
       / __ awayM:Metres __ ${words('ahead')} { return { awayM }; })
  radiusM:(__ ${words('radius')} __ r:Metres { return r; } / "" { return null; })
  motion:(s:Swing? w:Walk? { return { ...s, ...w }; })
  { return { kind, radiusM, ...place, ...motion }; }
Swing = __ ${words('swings')} __ amplitudeM:Metres __ ${words('to')} __ headingDeg:Number __ ${words('degrees every')} __ periodS:Number __ ${words('s')}
  { return { swing: { headingDeg, amplitudeM, periodS } }; }
Walk = __ ${words('walks')} __ first:Waypoint more:(_ "," _ p:Waypoint { return p; })* { return { path: [first, ...more] }; }
Waypoint = x:Metres __ y:Metres __ ${words('at')} __ timeS:Number __ ${words('s')} { return { timeS, at: { x, y } }; }
Limits = parts:(p:Limit _ "," _ { return p; })+ ${words('because')} __ reason:Name
  { return { ...Object.fromEntries(parts), reason }; }
Limit = ${words('half step')} __ v:Number __ ${words('stances')} { return ['halfStepRatio', v]; }
  / ${words('opening')} __ v:Number __ ${words('stances')} { return ['overstretchRatio', v]; }
Partner = start:(__ ${words('start at')} __ x:Metres __ y:Metres __ ${words('heading')} __ d:Number
    { return { at: { x, y }, headingDeg: d }; } / "" { return null; })
  __ ${words('faces')} __ facing:Facing _ "{" Ends Blank* items:Items _ "}" { return { start, facing, items }; }

Repeat = begins:(n:Count __ ${words('times')} { return n; } / ${words('group')} { return { value: 1, at: location() }; })
  name:(__ n:Name { return n; } / "" { return null; }) _ "{" Ends Blank*
  items:Items _ "}" otherSide:(__ ${words('then the other side')} { return true; } / "" { return false; })
  { return { repeat: begins, name, items, otherSide, at: location() }; }

Weave = ${words('weave')} __ cones:Count __ ${words('cones')} __ spacingM:Metres __ ${words('apart')} parts:(_ "," _ p:WeavePart { return p; })*
  { return { weave: Object.fromEntries([['cones', cones.value], ['spacingM', spacingM], ...parts.flat()]), at: location() }; }
WeavePart
  = ${words('passed at')} __ v:Metres { return [['sideOffsetM', v]]; }
  / ${words('first on the')} __ v:(${oneOf([
    ['left', 'left'],
    ['right', 'right'],
  ])}) { return [['startSide', v]]; }
  / ${words('from')} __ x:Metres __ y:Metres __ ${words('heading')} __ d:Number
    { return [['firstCone', { x, y }], ['laneHeadingDeg', d]]; }
  / v:(${oneOf([
    ['flat', 'flat cones'],
    ['tall', 'tall cones'],
  ])}) __ ${words('of radius')} __ r:Metres { return [['coneHeight', v], ['coneRadiusM', r]]; }
  / ${words('there and back')} { return [['wayBack', true]]; }
  / ${words('one way')} { return [['wayBack', false]]; }
  / ${words('steps of at most')} __ v:Metres { return [['stepM', v]]; }
  / ${words('alike to both sides')} { return [['alike', true]]; }
  / v:Count __ ${words('pushes')} { return [['pushes', v.value]]; }
  / v:Count __ ${words('laps')} { return [['laps', v.value]]; }

Cue = move:Move parts:(_ "," _ p:CuePart { return p; })* { return { move, parts, at: location() }; }
CuePart
  = ${words('for')} __ v:AtNumber __ ${words('beats')} { return { key: 'beats', value: v.value, at: v.at }; }
  / ${words('accent')} { return { key: 'accent', value: true, at: location() }; }
  / ${words('face')} __ v:Facing { return { key: 'facing', value: v, at: location() }; }
  / ${words('gap')} __ v:Band { return { key: 'band', value: v, at: location() }; }
  / ${words('with')} __ v:Strike { return { key: 'strike', value: { strike: v, when: 'together' }, at: location() }; }
  / ${words('then')} __ v:Strike { return { key: 'strike', value: { strike: v, when: 'reset-first' }, at: location() }; }
Facing = v:(${oneOf(Object.entries(FACING_WORDS))}) { return { on: v }; }
  / deg:Number __ ${words('degrees')} { return { on: 'heading', deg }; }
Band = ${words('within')} __ toleranceM:Metres __ ${words('of the plan')} { return { kind: 'around-plan', toleranceM }; }
  / nearM:Metres __ ${words('to')} __ farM:Metres { return { kind: 'fixed', nearM, farM }; }
Strike = ${oneOf(STRIKES.map(({ id }) => [id, strikeWords(id)]))}

Move = m:(${MOVE_NAMES.map(ruleName).join(' / ')}) { return { ...m, at: location() }; }
${MOVE_NAMES.map(moveRule).join('\n')}

AtWay = v:Way { return { value: v, at: location() }; }
Way = v:(${oneOf([
  ['0', 'forward'],
  ['180', 'back'],
  ['-90', 'left'],
  ['90', 'right'],
])}) { return Number(v); } / Turn
AtTurn = v:Turn { return { value: v, at: location() }; }
Turn = v:Digits __ s:(${oneOf([
  ['-1', 'left'],
  ['1', 'right'],
])}) { return v * Number(s); }
AtSpin = v:Spin { return { value: v, at: location() }; }
Spin = v:Digits __ s:(${oneOf([
  ['-1', 'anticlockwise'],
  ['1', 'clockwise'],
])}) { return v * Number(s); }
AtLength = v:Length { return { value: v, at: location() }; }
Length = v:Digits __ u:(${oneOf(LENGTH_UNITS.flatMap(({ name, many, one }) => [[name, many], ...(one === many ? [] : [[name, one] as const])]))})
  { return u === 'cm' ? { value: Number((v / 100).toPrecision(15)), unit: 'm' } : { value: v, unit: u }; }
Metres = v:Signed __ u:(${oneOf([
  ['cm', 'cm'],
  ['m', 'm'],
])}) { return u === 'cm' ? Number((v / 100).toPrecision(15)) : v; }
Count "how many" = v:$[0-9]+ End { return { value: Number(v), at: location() }; }
AtNumber = v:Digits { return { value: v, at: location() }; }
Number = Signed
Signed "a number" = v:$("-"? [0-9]+ ("." [0-9]+)? ([eE] [-+]? [0-9]+)?) End { return Number(v); }
Digits "a number" = v:$([0-9]+ ("." [0-9]+)? ([eE] [-+]? [0-9]+)?) End { return Number(v); }
Name "a name in quotes" = v:$("\\"" ([^"\\\\\\n\\r] / "\\\\" [^\\n\\r])* "\\"") { try { return JSON.parse(v); } catch { error('A name in quotes that cannot be read.'); } }

End = ![A-Za-z0-9.]
Comment = "#" [^\\n\\r]*
NL = "\\r"? "\\n"
_ "a space" = [ \\t]*
__ "a space" = [ \\t]+
EOF = !.
`;
