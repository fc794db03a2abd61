import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Link from '@mui/material/Link';
import TextField from '@mui/material/TextField';
import {
  ANYTHING,
  findDrills,
  LIBRARY,
  libraryEntry,
  type LibraryEntry,
  type Wanted,
} from '@angled-chalk/core/library';
import { useMemo, useState } from 'react';
import { Link as RouterLink, useParams } from 'react-router';
import { useClub } from '../app/club.tsx';
import { PageTitle, Panel } from '../parts/Page.tsx';
import { SelectBox } from '../parts/SelectBox.tsx';
import { useLaidOutAhead } from './laid-out.ts';
import { LibraryDrill } from './LibraryDrill.tsx';
import { LEVEL_WORDS, PURPOSE_WORDS } from '../parts/library-words.ts';
import { useOwnDrills } from './useOwnDrills.ts';

const PURPOSE_CHOICES = [['any', 'For anything'] as const, ...Object.entries(PURPOSE_WORDS)];
const LEVEL_CHOICES = [1, 2, 3, 4, 5].map((level) => [level, `Up to level ${level}`] as const);
const CONE_CHOICES = [
  [40, 'Cones at hand'],
  [0, 'No cones'],
  [1, 'One cone'],
] as const;
const ROOM_CHOICES = [30, 2, 3, 4].map(
  (metres) => [metres, metres === 30 ? 'Any room' : `At most ${metres} m long`] as const,
);

/** The drills that come with the program: found, read, drawn for the chosen student, and taken over. */
export function LibraryPage() {
  const { id } = useParams();
  const { student: chosenStudent, fitOf } = useClub();
  const student = useMemo(() => chosenStudent && fitOf(chosenStudent), [chosenStudent, fitOf]);
  const [wanted, setWanted] = useState<Wanted>(ANYTHING);
  const set = (change: Partial<Wanted>): void => setWanted({ ...wanted, ...change });
  const own = useOwnDrills();
  useLaidOutAhead(LIBRARY, student);
  const entries = useMemo(() => [...LIBRARY, ...own.map(({ entry }) => entry)], [own]);
  const found = findDrills(wanted, entries);
  const ownChosen = own.find(({ entry }) => entry.id === id) ?? null;
  const chosen = ownChosen?.entry ?? (id === undefined ? undefined : libraryEntry(id)) ?? null;
  return (
    <>
      <PageTitle
        sub={
          student
            ? `Drawn for ${student.name}, who leads with the ${student.leadSide} foot; to the other side they are mirrored.`
            : 'Add a student first: a drill is always drawn for somebody.'
        }
        actions={
          <Button component={RouterLink} to="/patterns">
            Your patterns
          </Button>
        }
      >
        {found.length === 1 ? 'One drill' : `${found.length} drills`} to begin from
      </PageTitle>
      <Box
        sx={{
          display: 'grid',
          gap: 1.5,
          gridTemplateColumns: '340px minmax(0, 1fr)',
          alignItems: 'start',
          '@media (max-width: 980px)': { gridTemplateColumns: 'minmax(0, 1fr)' },
        }}
      >
        <Box
          sx={{
            display: 'grid',
            gap: 1.5,
            // On a phone the drill that was chosen is what the screen is for.
            ...(chosen ? { '@media (max-width: 980px)': { order: 2 } } : {}),
          }}
        >
          <Panel title="What are you looking for?">
            <Box sx={{ display: 'grid', gap: 1.25, gridTemplateColumns: '1fr 1fr' }}>
              <TextField
                label="Words"
                value={wanted.words}
                sx={{ gridColumn: '1 / -1' }}
                onChange={(event) => set({ words: event.target.value })}
              />
              <SelectBox<string>
                label="Purpose"
                value={wanted.purpose}
                choices={PURPOSE_CHOICES}
                onChoice={(purpose) => set({ purpose: isPurpose(purpose) ? purpose : 'any' })}
              />
              <SelectBox<number>
                label="Level"
                value={wanted.level}
                choices={LEVEL_CHOICES}
                onChoice={(level) => set({ level })}
              />
              <SelectBox<number>
                label="Cones"
                value={wanted.cones}
                choices={CONE_CHOICES}
                onChoice={(cones) => set({ cones })}
              />
              <SelectBox<number>
                label="Room"
                value={wanted.roomM}
                choices={ROOM_CHOICES}
                onChoice={(roomM) => set({ roomM })}
              />
            </Box>
          </Panel>
          <Found found={found} chosen={chosen} onAll={() => setWanted(ANYTHING)} />
        </Box>
        {chosen && student ? (
          <LibraryDrill key={chosen.id} entry={chosen} own={ownChosen?.drill ?? null} student={student} />
        ) : (
          <Panel title="Choose a drill">
            Every drill says what it is for, what to look for, how students check themselves, and what comes
            before and after it. Taken over it is yours: change it as you like.
          </Panel>
        )}
      </Box>
    </>
  );
}

const isPurpose = (value: string): value is LibraryEntry['purpose'] => value in PURPOSE_WORDS;

/** What was found, a rung of the ladder at a time. */
function Found({
  found,
  chosen,
  onAll,
}: {
  readonly found: readonly LibraryEntry[];
  readonly chosen: LibraryEntry | null;
  readonly onAll: () => void;
}) {
  if (found.length === 0)
    return (
      <Panel title="Nothing fits">
        <Button onClick={onAll}>Show all drills</Button>
      </Panel>
    );
  return [1, 2, 3, 4, 5].map((level) => {
    const own = found.filter((entry) => entry.level === level);
    return own.length === 0 ? null : (
      <Panel key={level} title={`Level ${level}: ${LEVEL_WORDS[level] ?? ''}`}>
        <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
          {own.map(({ id, name, purpose }) => (
            <Box
              component="li"
              key={id}
              sx={{
                display: 'flex',
                alignItems: 'center',
                gap: 1,
                minHeight: 48,
                borderTop: 1,
                borderColor: 'divider',
              }}
            >
              <Link
                component={RouterLink}
                to={`/patterns/library/${id}`}
                aria-current={chosen?.id === id ? 'page' : undefined}
                sx={{ fontWeight: chosen?.id === id ? 800 : 600, flex: 1, py: 1 }}
              >
                {name}
              </Link>
              <Box component="span" sx={{ color: 'text.secondary', fontSize: '0.84rem' }}>
                {libraryEntry(id) ? '' : 'own, '}
                {PURPOSE_WORDS[purpose]}
              </Box>
            </Box>
          ))}
        </Box>
      </Panel>
    );
  });
}
