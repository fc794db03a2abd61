/** Tables of a club's documents in which a person may stand. */
export type PersonTable =
  | 'settings'
  | 'schools'
  | 'students'
  | 'patterns'
  | 'plans'
  | 'planVersions'
  | 'floors'
  | 'tracks'
  | 'checks'
  | 'observations';

/**
 * Where a person may stand in a document, and as what: `student`, the id of a student, in a list or as `{ id }`;
 * `name`, a field that holds nobody's or one person's name; `words`, in which a coach may have typed one.
 * `at` is a path from the row, `*` any of a list.
 */
export type PersonPlace =
  | { readonly as: 'student'; readonly at: string }
  | { readonly as: 'name'; readonly at: string; readonly instead: string }
  | { readonly as: 'words'; readonly at: string };

/** Where a person may stand in the rows of a table. */
export interface PersonsIn {
  /** Rows belong to one student, and go with them. */
  readonly owner?: 'studentId' | 'id';
  readonly places: readonly PersonPlace[];
  /** Inside a column that is packed: a check's report, or the notes of a recording. */
  readonly packed?: { readonly at: 'report' | 'packed'; readonly places: readonly PersonPlace[] };
}

const words = (...at: readonly string[]): PersonPlace[] => at.map((one) => ({ as: 'words', at: one }));
const PARTNER = 'A partner, erased';
const SOMEBODY = 'Somebody, erased';
const fitted = (at: string): PersonPlace[] => [
  { as: 'name', at: `${at}.student.name`, instead: SOMEBODY },
  { as: 'name', at: `${at}.partner.name`, instead: PARTNER },
  ...words(`${at}.plan.name`, `${at}.plan.limits.reason`),
];
const drill = (at: string): PersonPlace[] => [
  { as: 'student', at: `${at}.follows.target` },
  { as: 'student', at: `${at}.follows.students` },
  ...words(
    `${at}.name`,
    `${at}.limits.reason`,
    `${at}.about.why`,
    `${at}.about.lookFor.*`,
    `${at}.about.selfCheck`,
    `${at}.about.cautions.*`,
    `${at}.about.dose`,
  ),
];

/** Every place in which a person may stand: erasing, telling what is held, and looking for leftovers go by it. */
export const PERSONS_IN: Readonly<Record<PersonTable, PersonsIn>> = {
  settings: { places: words('clubName') },
  schools: { places: words('school.name') },
  students: { owner: 'id', places: words('note') },
  patterns: { places: words('pattern.name') },
  plans: { places: drill('plan') },
  planVersions: { places: [...words('label'), ...drill('plan')] },
  floors: {
    places: words(
      'floor.name',
      'floor.pieces.*.name',
      'floor.pieces.*.mark.name',
      'floor.pieces.*.mark.purpose',
      'floor.floor.fixtures.*.name',
    ),
  },
  tracks: {
    owner: 'studentId',
    places: words('name'),
    packed: { at: 'packed', places: words('notes.*') },
  },
  checks: {
    owner: 'studentId',
    places: [
      { as: 'name', at: 'studentName', instead: SOMEBODY },
      ...fitted('drill'),
      ...words('planName', 'headline'),
    ],
    packed: { at: 'report', places: fitted('drill') },
  },
  observations: {
    owner: 'studentId',
    places: [
      { as: 'name', at: 'seen.window.student', instead: SOMEBODY },
      { as: 'name', at: 'seen.window.observer', instead: SOMEBODY },
      ...fitted('seen.drill'),
    ],
  },
};

export interface Person {
  readonly id: string;
  readonly name: string;
}

const plain = (text: string): string => text.normalize('NFC').trim().replace(/\s+/g, ' ').toLowerCase();
const escaped = (text: string): string => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
const whole = (inside: string): RegExp => new RegExp(`(?<![\\p{L}\\p{N}])${inside}(?![\\p{L}\\p{N}])`, 'giu');

/** A name of several words wherever it stands in a text; one of a single word, which may be any word, only alone. */
function inWords(text: string, name: string): string {
  if (plain(text) === plain(name)) return SOMEBODY;
  const parts = name.normalize('NFC').trim().split(/\s+/);
  return parts.length < 2
    ? text
    : text.normalize('NFC').replace(whole(parts.map(escaped).join('\\s+')), '(erased)');
}

type Json = unknown;
const isRecord = (value: Json): value is Readonly<Record<string, Json>> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** The value at a path replaced; undefined from `change` takes it out. The same object where nothing changes. */
function changedAt(value: Json, path: readonly string[], change: (value: Json) => Json): Json {
  const [key, ...rest] = path;
  if (key === undefined) return change(value);
  if (key === '*') {
    if (Array.isArray(value)) {
      const list = value.map((one: Json) => changedAt(one, rest, change));
      return list.some((one, i) => one !== value[i]) ? list : value;
    }
    if (!isRecord(value)) return value;
    return Object.keys(value).reduce<Json>((all, one) => changedAt(all, [one, ...rest], change), value);
  }
  if (!isRecord(value) || !(key in value)) return value;
  const next = changedAt(value[key], rest, change);
  if (next === value[key]) return value;
  const { [key]: _, ...others } = value;
  return next === undefined ? others : { ...value, [key]: next };
}

function without(value: Json, { as, ...place }: PersonPlace, { id, name }: Person): Json {
  switch (as) {
    case 'student':
      if (Array.isArray(value)) return value.includes(id) ? value.filter((one) => one !== id) : value;
      return isRecord(value) && value['id'] === id ? undefined : value;
    case 'name':
      return typeof value === 'string' && plain(value) === plain(name) && 'instead' in place
        ? place.instead
        : value;
    case 'words':
      return typeof value === 'string' ? inWords(value, name) : value;
  }
}

/** A document without a person who stands in it; the same object where they do not. */
export const forgottenIn = <T>(document: T, places: readonly PersonPlace[], person: Person): T =>
  places.reduce<T>(
    (all, place) => changedIn(all, place.at.split('.'), (value) => without(value, place, person)),
    document,
  );

/** The same kind of document: only texts in it, and ids of people, are other. */
const changedIn = <T>(document: T, path: readonly string[], change: (value: Json) => Json): T =>
  changedAt(document, path, change) as T;

const textsAt = (value: Json, path: readonly string[]): string[] => {
  const found: string[] = [];
  changedAt(value, path, (one) => {
    if (typeof one === 'string') found.push(one);
    return one;
  });
  return found;
};

/** Words of a document in which a part of a person's name still stands, and may mean them. */
export function mayMean(document: unknown, places: readonly PersonPlace[], { name }: Person): string[] {
  const parts = name
    .normalize('NFC')
    .trim()
    .split(/\s+/)
    .filter((part) => part.length >= 3);
  if (parts.length === 0) return [];
  const any = whole(`(?:${parts.map(escaped).join('|')})`);
  return places
    .filter(({ as }) => as === 'words')
    .flatMap(({ at }) => textsAt(document, at.split('.')))
    .filter((text) => text.normalize('NFC').match(any) !== null);
}

/** Everything that is held of a person, as it is given out. */
export interface Held {
  readonly student: object | null;
  readonly checks: readonly object[];
  readonly tracks: readonly object[];
  readonly observations: readonly object[];
  /** Documents of others in which they stand. */
  readonly elsewhere: readonly { readonly kind: PersonTable; readonly id: string }[];
  readonly mayMean: readonly string[];
}
