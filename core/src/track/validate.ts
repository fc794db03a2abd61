import type { Point } from '../geometry/index.ts';
import { MOST_LANDINGS, TRACK_LIMITS } from './limits.ts';
import { sampleRateHz, type MarkedLanding, type Samples, type Track } from './track.ts';

/** The first thing that is wrong with a track: the sample, when it is one, and the column. */
export interface TrackProblem {
  readonly code: string;
  readonly message: string;
  readonly index: number | null;
  readonly column: string | null;
}

const wrong = (code: string, message: string, index: number | null, column: string | null): TrackProblem => ({
  code,
  message,
  index,
  column,
});

type Limit = 'farthestM' | 'heightM' | 'headingDeg';

/** Every column but time by the name it has in a file; `required` ones may not be mostly missing. */
const COLUMNS: readonly [string, (track: Track) => Samples | null | undefined, Limit, boolean][] = [
  ['left_x_m', (track) => track.left.x, 'farthestM', true],
  ['left_y_m', (track) => track.left.y, 'farthestM', true],
  ['right_x_m', (track) => track.right.x, 'farthestM', true],
  ['right_y_m', (track) => track.right.y, 'farthestM', true],
  ['left_heading_deg', (track) => track.left.headingDeg, 'headingDeg', false],
  ['right_heading_deg', (track) => track.right.headingDeg, 'headingDeg', false],
  ['left_z_m', (track) => track.left.z, 'heightM', false],
  ['right_z_m', (track) => track.right.z, 'heightM', false],
  ['target_x_m', (track) => track.target?.x, 'farthestM', false],
  ['target_y_m', (track) => track.target?.y, 'farthestM', false],
  ['target_heading_deg', (track) => track.target?.headingDeg, 'headingDeg', false],
  ['target_left_x_m', (track) => track.targetLeft?.x, 'farthestM', false],
  ['target_left_y_m', (track) => track.targetLeft?.y, 'farthestM', false],
  ['target_right_x_m', (track) => track.targetRight?.x, 'farthestM', false],
  ['target_right_y_m', (track) => track.targetRight?.y, 'farthestM', false],
];

const ADVICE: Readonly<Record<Limit, string>> = {
  farthestM:
    'm is not on any floor. Positions are in metres from the near-left corner; is the file in millimetres?',
  heightM: 'm is no height of a foot. Heights are in metres above the floor; is the file in millimetres?',
  headingDeg: 'degrees is no heading. Headings are in degrees, clockwise, 0 away from the viewer.',
};

/** The first thing that is wrong with a track, or null. Takes one pass over every column. */
export function validateTrack(track: Track): TrackProblem | null {
  return timesProblem(track.timeS) ?? columnsProblem(track) ?? wordsProblem(track) ?? landingsProblem(track);
}

function timesProblem(timeS: Samples): TrackProblem | null {
  const { length } = timeS;
  if (length < TRACK_LIMITS.leastSamples)
    return wrong(
      'too-few-samples',
      `There are ${length} samples; a drill needs at least ten. Record again.`,
      null,
      null,
    );
  if (length > TRACK_LIMITS.samples)
    return wrong(
      'too-many-samples',
      `There are ${length} samples; the most is ${TRACK_LIMITS.samples}. Cut the recording into rounds, or lower the tracker's sample rate.`,
      null,
      null,
    );
  for (let i = 0; i < length; i++) {
    const at = timeS[i]!;
    if (Number.isNaN(at))
      return wrong(
        'missing-time',
        'This row has no time. Give every row its time, or remove the row.',
        i,
        'time_s',
      );
    if (Math.abs(at) > TRACK_LIMITS.timeS)
      return wrong(
        'implausible-time',
        `${at} is no time in seconds. Check that time_s is in seconds.`,
        i,
        'time_s',
      );
    if (i > 0 && at <= timeS[i - 1]!)
      return wrong(
        'time-not-increasing',
        `Time goes from ${timeS[i - 1]} s to ${at} s. Times must strictly increase: sort the rows, or remove the repeated part.`,
        i,
        'time_s',
      );
  }
  const rate = sampleRateHz(timeS);
  if (rate < TRACK_LIMITS.rateHz[0] || rate > TRACK_LIMITS.rateHz[1])
    return wrong(
      'sample-rate',
      `The median rate is ${rate.toFixed(1)} Hz; a track has 10 to 1000 Hz. Check that time_s is in seconds.`,
      0,
      'time_s',
    );
  return null;
}

function columnsProblem(track: Track): TrackProblem | null {
  const { length } = track.timeS;
  for (const [name, pick, limit, required] of COLUMNS) {
    const values = pick(track);
    if (!values) continue;
    if (values.length !== length)
      return wrong(
        'row-length',
        `The column ${name} has ${values.length} samples and time has ${length}.`,
        null,
        name,
      );
    const most = TRACK_LIMITS[limit];
    let missing = 0;
    for (let i = 0; i < length; i++) {
      const value = values[i]!;
      if (Number.isNaN(value)) missing++;
      else if (Math.abs(value) > most)
        return wrong('implausible-position', `${value} ${ADVICE[limit]}`, i, name);
    }
    if (required && missing > TRACK_LIMITS.missingShare * length)
      return wrong(
        'too-many-missing',
        `${missing} of ${length} samples of ${name} are missing; more than half. Record again with the foot in view.`,
        0,
        name,
      );
  }
  return null;
}

const isTold = (value: unknown): boolean => typeof value === 'number' && Number.isFinite(value);
const isPoint = (value: Partial<Point> | null | undefined): boolean => isTold(value?.x) && isTold(value?.y);
/** A small picture of a landing, and all that is kept of one: nothing else is shown as a picture. */
const THUMBNAIL = /^data:image\/jpeg;base64,[A-Za-z0-9+/=]*$/;
const LARGEST_THUMBNAIL = 12_000;

function isLanding(one: MarkedLanding | null): boolean {
  if (one === null || typeof one !== 'object') return false;
  const { foot, timeS, liftS, at, headingDeg, uM, uS, uDeg, picture } = one;
  const { thumbnail = '', pixel } = picture ?? {};
  return (
    (foot === 'left' || foot === 'right') &&
    [timeS, uM, uS, uDeg].every(isTold) &&
    [liftS, headingDeg].every((value) => value === null || isTold(value)) &&
    isPoint(at) &&
    Math.max(Math.abs(at.x), Math.abs(at.y)) <= TRACK_LIMITS.farthestM &&
    (picture === undefined ||
      (isPoint(pixel) &&
        typeof thumbnail === 'string' &&
        thumbnail.length <= LARGEST_THUMBNAIL &&
        (thumbnail === '' || THUMBNAIL.test(thumbnail))))
  );
}

const MOST_MARKS = 200;

function landingsProblem({ landings, film }: Track): TrackProblem | null {
  if (film) {
    const { frame, marks } = film;
    const isFilm =
      isTold(frame?.width) &&
      isTold(frame?.height) &&
      Array.isArray(marks) &&
      marks.length <= MOST_MARKS &&
      marks.every((mark) => typeof mark?.name === 'string' && isPoint(mark.at) && isPoint(mark.pixel));
    if (!isFilm) return wrong('bad-film', 'What is kept of the film cannot be read.', null, null);
  }
  if (!landings) return null;
  if (landings.length > MOST_LANDINGS)
    return wrong(
      'too-many-landings',
      `There are ${landings.length} landings; the most is ${MOST_LANDINGS}.`,
      null,
      null,
    );
  const bad = landings.findIndex((one) => !isLanding(one));
  return bad < 0 ? null : wrong('bad-landing', `Landing ${bad + 1} has no foot, time or place.`, null, null);
}

function wordsProblem({ strikes, notes, timeS }: Track): TrackProblem | null {
  const { strikeLength, noteLength } = TRACK_LIMITS;
  if (strikes.length > TRACK_LIMITS.strikes)
    return wrong(
      'too-many-strikes',
      `There are ${strikes.length} strikes; the most is ${TRACK_LIMITS.strikes}.`,
      null,
      'strike',
    );
  for (const { index, name } of strikes) {
    if (!Number.isInteger(index) || index < 0 || index >= timeS.length || typeof name !== 'string')
      return wrong('strike-outside', 'A strike stands at no sample of the recording.', null, 'strike');
    if (name.length > strikeLength)
      return wrong(
        'long-strike',
        `The name of this strike is longer than ${strikeLength} letters.`,
        index,
        'strike',
      );
  }
  const entries = Object.entries(notes);
  if (entries.length > TRACK_LIMITS.notes)
    return wrong(
      'too-many-notes',
      `There are ${entries.length} notes; the most is ${TRACK_LIMITS.notes}.`,
      null,
      null,
    );
  const long = entries.find(
    ([key, value]) => typeof value !== 'string' || key.length + value.length > noteLength,
  );
  return long
    ? wrong(
        'long-note',
        `The note "${long[0].slice(0, 40)}" is longer than ${noteLength} letters. Shorten it.`,
        null,
        null,
      )
    : null;
}
