import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { PURPOSES, type About, type Drill } from '@angled-chalk/core/drill';
import { Panel } from '../parts/Page.tsx';
import { SelectBox } from '../parts/SelectBox.tsx';
import { LEVEL_WORDS, PURPOSE_WORDS } from '../parts/library-words.ts';

const FIRST: About = {
  purpose: 'travel',
  level: 1,
  why: '',
  lookFor: [],
  selfCheck: '',
  cautions: [],
  dose: '3 rounds of 2 minutes',
};
const PURPOSE_CHOICES = PURPOSES.map((purpose) => [purpose, PURPOSE_WORDS[purpose]] as const);
const LEVELS = [1, 2, 3, 4, 5] as const;
const LEVEL_CHOICES = LEVELS.map((level) => [level, `${level}, ${LEVEL_WORDS[level] ?? ''}`] as const);
const MOST_WORDS = { maxLength: 300 } as const;

/** A drill of the club's own in the library: what a coach says of it. */
export function AboutPanel({
  drill,
  onDrill,
}: {
  readonly drill: Drill;
  readonly onDrill: (drill: Drill) => void;
}) {
  const { about, ...rest } = drill;
  if (!about)
    return (
      <Panel title="In the library">
        <Button onClick={() => onDrill({ ...drill, about: FIRST })}>Keep it in the library</Button>
      </Panel>
    );
  const set = (next: Partial<About>): void => onDrill({ ...drill, about: { ...about, ...next } });
  return (
    <Panel title="In the library">
      <Box sx={{ display: 'grid', gap: 1.25 }}>
        <SelectBox
          label="Purpose"
          value={about.purpose}
          choices={PURPOSE_CHOICES}
          onChoice={(purpose) => set({ purpose })}
        />
        <SelectBox
          label="Level"
          value={about.level}
          choices={LEVEL_CHOICES}
          onChoice={(level) => set({ level })}
        />
        <Words label="What it is for" text={about.why} onText={(why) => set({ why })} />
        <List label="Look for, one a line" lines={about.lookFor} onLines={(lookFor) => set({ lookFor })} />
        <Words
          label="How students check themselves"
          text={about.selfCheck}
          onText={(selfCheck) => set({ selfCheck })}
        />
        <Words label="Time or sets" text={about.dose} onText={(dose) => set({ dose })} />
        <List label="Cautions, one a line" lines={about.cautions} onLines={(cautions) => set({ cautions })} />
        <Button onClick={() => onDrill(rest)}>Take it out of the library</Button>
      </Box>
    </Panel>
  );
}

const Words = ({
  label,
  text,
  onText,
}: {
  readonly label: string;
  readonly text: string;
  readonly onText: (text: string) => void;
}) => (
  <TextField
    label={label}
    value={text}
    multiline
    fullWidth
    onChange={(event) => onText(event.target.value)}
    slotProps={{ htmlInput: MOST_WORDS }}
  />
);

/** So many lines are kept, each of so many letters. */
const MOST_LINES = 12;

const List = ({
  label,
  lines,
  onLines,
}: {
  readonly label: string;
  readonly lines: readonly string[];
  readonly onLines: (lines: string[]) => void;
}) => (
  <TextField
    label={label}
    value={lines.join('\n')}
    multiline
    fullWidth
    onChange={(event) =>
      onLines(
        event.target.value
          .split('\n')
          .slice(0, MOST_LINES)
          .map((line) => line.slice(0, MOST_WORDS.maxLength)),
      )
    }
  />
);
