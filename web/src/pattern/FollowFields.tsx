import Autocomplete from '@mui/material/Autocomplete';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { inOwnFrame, laidOn, targetsOn, type Drill, type Follows } from '@angled-chalk/core/drill';
import { Link } from 'react-router';
import { newId, useAddPattern, useFloors, usePatterns } from '../api/queries.ts';
import { useClub } from '../app/club.tsx';
import { useRuler } from '../app/drills.ts';
import { SelectBox } from '../parts/SelectBox.tsx';

export const WIDE = { gridColumn: '1 / -1' } as const;

/** Something that is followed is gone, but still named. */
const gone = (id: string | undefined, known: readonly { readonly id: string }[]) =>
  id !== undefined && !known.some((one) => one.id === id)
    ? [[id, 'what is not there any more'] as const]
    : [];

export interface FollowProps {
  /** The drill as it is edited, with the values that what it follows gives now. */
  readonly drill: Drill;
  /** Takes the drill as it is to be, as one step that can be undone. */
  readonly onDrill: (drill: Drill) => void;
}

/** What the drill follows, and how that is changed: with the values that it has now. */
function followsOf({ drill, onDrill }: FollowProps) {
  const { follows = {} } = drill;
  const follow = (change: Follows, values: Partial<Drill> = {}): void =>
    onDrill({ ...drill, ...values, follows: { ...follows, ...change } });
  return { follows, follow };
}

/** The moves: of the drill's own, or those of a kept pattern. */
export function PatternChoice(props: FollowProps) {
  const { drill } = props;
  const { follows, follow } = followsOf(props);
  const patterns = usePatterns().data ?? [];
  const add = useAddPattern();
  const keep = (): void => {
    const id = newId();
    add.mutate(
      { id, value: { name: drill.name, pattern: inOwnFrame(drill.pattern) } },
      { onSuccess: () => follow({ pattern: id }) },
    );
  };
  const known = patterns.map(({ id, pattern }) => [id, `those of “${pattern.name}”`] as const);
  return (
    <>
      <SelectBox
        label="Moves"
        value={follows.pattern ?? ''}
        choices={[['', 'of this drill alone'], ...known, ...gone(follows.pattern, patterns)]}
        onChoice={(id) => follow({ pattern: id === '' ? undefined : id })}
        help={
          follows.pattern === undefined
            ? undefined
            : 'Kept for any drill: what is changed here is changed in every drill that follows it.'
        }
      />
      {follows.pattern === undefined && (
        <Button disabled={add.isPending} onClick={keep} sx={{ justifySelf: 'start' }}>
          Keep these moves for other drills
        </Button>
      )}
    </>
  );
}

/** The room: a copy of the drill's own, or a floor of the club, wherever its marks go. */
export function FloorChoice(props: FollowProps) {
  const { drill, onDrill } = props;
  const { follows, follow } = followsOf(props);
  const floors = useFloors().data ?? [];
  const ruler = useRuler();
  const floor = floors.find(({ id }) => id === follows.floor)?.floor;
  const choose = (id: string): void => {
    const chosen = floors.find((one) => one.id === id)?.floor;
    const target = follows.target?.on === 'student' ? follows.target : undefined;
    follow(
      { floor: id === '' ? undefined : id, piece: undefined, target },
      chosen ? { floor: chosen.floor } : {},
    );
  };
  const pieces = floor?.pieces.filter(({ kind }) => kind === 'layout') ?? [];
  return (
    <>
      <Box sx={WIDE}>
        <SelectBox
          label="Floor"
          value={follows.floor ?? ''}
          choices={[
            ['', `its own: ${drill.floor.name}`],
            ...floors.map(({ id, floor: { name } }) => [id, `follows “${name}”`] as const),
            ...gone(follows.floor, floors),
          ]}
          onChoice={choose}
        />
        {follows.floor !== undefined && floor && (
          <Button size="small" component={Link} to={`/floors/${follows.floor}`}>
            Open this floor
          </Button>
        )}
      </Box>
      {floor && ruler && (
        <Box sx={WIDE}>
          <SelectBox
            label="Lies on"
            value={follows.piece?.id ?? ''}
            choices={[
              ['', 'where it was put'],
              ...pieces.map(({ id, name }) => [id, name] as const),
              ...gone(follows.piece?.id, pieces),
            ]}
            onChoice={(id) => onDrill(laidOn(drill, pieces.find((piece) => piece.id === id) ?? null, ruler))}
            help={follows.piece ? 'It goes along when that is moved on its floor.' : undefined}
          />
        </Box>
      )}
    </>
  );
}

/** Who or what the target is: of the drill's own, of the floor it follows, or a student. */
export function TargetChoice(props: FollowProps) {
  const { drill } = props;
  const { follows, follow } = followsOf(props);
  const floor = useFloors().data?.find(({ id }) => id === follows.floor)?.floor;
  const { students } = useClub();
  const targets = [
    ...(floor ? targetsOn(floor).map(({ of, name }) => ({ of, text: `${name}, of the floor` })) : []),
    ...students.map(({ id, name }) => ({ of: { on: 'student', id } as const, text: name })),
  ];
  const keyOf = ({ on, id }: NonNullable<Follows['target']>): string => `${on} ${id}`;
  const { target } = follows;
  const choices = targets.map(({ of, text }) => [keyOf(of), text] as const);
  const lost =
    target && !targets.some(({ of }) => keyOf(of) === keyOf(target))
      ? [[keyOf(target), 'what is not there any more'] as const]
      : [];
  return (
    <Box sx={WIDE}>
      <SelectBox
        label="Works against"
        value={target ? keyOf(target) : ''}
        choices={[['', 'a target of this drill alone'], ...choices, ...lost]}
        onChoice={(key) => {
          const chosen = targets.find(({ of }) => keyOf(of) === key)?.of;
          follow(
            { target: chosen },
            chosen?.on === 'student' ? { target: { ...drill.target, kind: 'partner', radiusM: 0 } } : {},
          );
        }}
      />
    </Box>
  );
}

/** For whom the drill is. */
export function StudentsChoice(props: FollowProps) {
  const { follows, follow } = followsOf(props);
  const { students } = useClub();
  const chosen = students.filter(({ id }) => follows.students?.includes(id));
  return (
    <Box sx={WIDE}>
      <Autocomplete
        multiple
        size="small"
        options={[...students]}
        value={chosen}
        getOptionLabel={({ name }) => name}
        isOptionEqualToValue={(a, b) => a.id === b.id}
        onChange={(_, next) => follow({ students: next.length === 0 ? undefined : next.map(({ id }) => id) })}
        renderInput={(props) => (
          <TextField {...props} label="For" placeholder={chosen.length === 0 ? 'anybody' : ''} />
        )}
      />
    </Box>
  );
}
