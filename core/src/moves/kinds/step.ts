import { measureM } from '../../body/index.ts';
import { fromFacing } from '../../geometry/index.ts';
import type { MoveKind } from '../kind.ts';
import {
  bearingWords,
  choiceField,
  footOf,
  LENGTH_FIELD,
  lengthWords,
  metresOf,
  mirrorDeg,
  numberField,
  oneFoot,
  STEPS,
  travel,
} from '../laying.ts';
import { choice, length, way } from '../phrase.ts';

/** One step: both feet the same way and distance, or one foot alone. Length 13 cm (common practice, no published source). */
export const step: MoveKind<'step'> = {
  name: 'Step',
  phrase: [
    'step',
    way('bearingDeg'),
    length('length'),
    choice('feet', { both: '', lead: 'lead foot alone', rear: 'rear foot alone' }),
  ],
  usual: { do: 'step', bearingDeg: 0, length: { value: 0.13, unit: 'm' }, feet: 'both' },
  next: (move, around) => {
    const { at, stance } = around;
    if (move.feet === 'both') return [travel(around, move.bearingDeg, metresOf(move.length, around))];
    const foot = footOf(at.lead, move.feet);
    const lengthM = measureM(move.length, stance);
    return [
      oneFoot(around, foot, fromFacing(at.feet[foot].ball, at.facingDeg + move.bearingDeg, 0, lengthM)),
    ];
  },
  mirror: (move) => ({ ...move, bearingDeg: mirrorDeg(move.bearingDeg) }),
  words: ({ bearingDeg, length, feet }, units) =>
    `${feet === 'both' ? 'Step' : `The ${feet} foot steps`} ${bearingWords(bearingDeg)}, ${lengthWords(length, units)}`,
  fields: [
    numberField('bearingDeg', 'Way', [-180, 180], '°'),
    LENGTH_FIELD,
    choiceField('feet', 'Feet', ['both', 'lead', 'rear']),
  ],
  judged: STEPS,
  flip: (move) => (move.feet === 'both' ? null : { ...move, feet: move.feet === 'lead' ? 'rear' : 'lead' }),
  turn: (move, turned) => ({ ...move, bearingDeg: turned(move.bearingDeg) }),
};
