import fc from 'fast-check';
import { forgottenIn, mayMean, PERSONS_IN, type PersonPlace } from './persons.ts';

const ada = { id: 'a1', name: 'Ada Fell' };

test('as a student, a drill names nobody who was erased, and everybody else as before', () => {
  const row = {
    plan: {
      name: 'March',
      follows: { students: ['b2', 'a1', 'c3'], target: { on: 'student', id: 'a1' }, floor: 'f' },
    },
  };
  expect(forgottenIn(row, PERSONS_IN.plans.places, ada)).toEqual({
    plan: { name: 'March', follows: { students: ['b2', 'c3'], floor: 'f' } },
  });
  const other = { plan: { follows: { target: { on: 'student', id: 'b2' }, students: ['b2'] } } };
  expect(forgottenIn(other, PERSONS_IN.plans.places, ada)).toBe(other);
});

test('a frozen check keeps the lengths of its partner, without a name', () => {
  const partner = { name: 'Ada  fell ', lengths: { statureM: 1.7 } };
  const row = {
    studentName: 'Bo',
    drill: { student: { name: 'Bo' }, partner, plan: { name: 'With Ada Fell, fives' } },
  };
  expect(forgottenIn(row, PERSONS_IN.checks.places, ada)).toEqual({
    studentName: 'Bo',
    drill: {
      student: { name: 'Bo' },
      partner: { name: 'A partner, erased', lengths: { statureM: 1.7 } },
      plan: { name: 'With (erased), fives' },
    },
  });
});

test('who watched, and a label, are taken out when they are that person', () => {
  const seen = { window: { observer: 'ADA FELL', student: 'Bo' } };
  expect(forgottenIn({ seen }, PERSONS_IN.observations.places, ada).seen.window).toEqual({
    observer: 'Somebody, erased',
    student: 'Bo',
  });
  expect(forgottenIn({ label: 'Ada Fell' }, PERSONS_IN.planVersions.places, ada)).toEqual({
    label: 'Somebody, erased',
  });
});

test('a name that is a word is not taken out of other words; a longer name is not cut', () => {
  const note = (text: string, name: string): unknown =>
    forgottenIn({ note: text }, PERSONS_IN.students.places, { id: 'x', name });
  expect(note('March and reset', 'March')).toEqual({ note: 'March and reset' });
  expect(note(' march ', 'March')).toEqual({ note: 'Somebody, erased' });
  expect(note('Ada Fellows and Nada Fell', 'Ada Fell')).toEqual({ note: 'Ada Fellows and Nada Fell' });
  expect(note('likes Ádá  Féll.', 'Ádá Féll')).toEqual({ note: 'likes (erased).' });
  expect(note('a.b (c) d', 'a.b (c)')).toEqual({ note: '(erased) d' });
});

test('words that may mean somebody are found by each part of the name, as a whole word', () => {
  const rows = ['Trains with Ada.', 'Adamant', 'fell over', 'nothing'];
  expect(rows.flatMap((note) => mayMean({ note }, PERSONS_IN.students.places, ada))).toEqual([
    'Trains with Ada.',
    'fell over',
  ]);
  expect(mayMean({ note: 'to be' }, PERSONS_IN.students.places, { id: 'x', name: 'To Be' })).toEqual([]);
});

test('whoever is put into any declared place is out of it afterwards, and twice is as once', () => {
  const put = (at: string, value: unknown): unknown =>
    at
      .split('.')
      .reverse()
      .reduce<unknown>((inside, key) => (key === '*' ? [inside] : { [key]: inside }), value);
  const valueOf = ({ as }: PersonPlace, name: string): unknown =>
    as === 'student' ? ['a1', 'z'] : as === 'name' ? name : `before ${name}, after`;
  fc.assert(
    fc.property(
      fc.constantFrom(
        ...Object.values(PERSONS_IN).flatMap(({ places, packed }) => [...places, ...(packed?.places ?? [])]),
      ),
      fc.tuple(fc.stringMatching(/^[A-Za-z.'()-]{2,9}$/), fc.stringMatching(/^[A-Za-zéß]{2,9}$/)),
      (place, parts) => {
        const person = { id: 'a1', name: parts.join(' ') };
        const row = put(place.at, valueOf(place, person.name));
        const once = forgottenIn(row, [place], person);
        expect(JSON.stringify(once)).not.toContain(place.as === 'student' ? 'a1' : person.name);
        expect(forgottenIn(once, [place], person)).toBe(once);
      },
    ),
  );
});
