import Box from '@mui/material/Box';
import { PLAN_RANGES } from '@angled-chalk/contract';
import type { FittedStance } from '@angled-chalk/core/body';
import { rectangularFloor, type Target } from '@angled-chalk/core/floor';
import { MOVES } from '@angled-chalk/core/moves';
import type { PartnerPart, Pattern, Plan, Pose } from '@angled-chalk/core/pattern';
import { useFormContext, useWatch } from 'react-hook-form';
import { LengthBox } from '../parts/boxes.tsx';
import { ChoiceField, LengthField, NumberField, TextLine } from '../parts/fields.tsx';
import { Panel } from '../parts/Page.tsx';
import { SelectBox } from '../parts/SelectBox.tsx';
import {
  FloorChoice,
  type FollowProps,
  PatternChoice,
  StudentsChoice,
  TargetChoice,
  WIDE,
} from './FollowFields.tsx';
import { KeptMoves } from './KeptMoves.tsx';
import { LaneFields } from './LaneFields.tsx';
import { MovesPanel } from './MovesPanel.tsx';
import { PassFields } from './PassFields.tsx';

const TWO = { display: 'grid', gap: 1.25, gridTemplateColumns: '1fr 1fr' } as const;

/** A plan that says where it starts. */
interface StartPlan {
  readonly pattern: { readonly start: Pose };
}

interface PlanFormProps extends FollowProps {
  readonly stance: FittedStance;
  readonly isLaneOfFloor: boolean;
}

/** The moves of a plan as they are typed: a lane, a list, or those that are kept for several drills. */
export function MovesForm({ stance, isLaneOfFloor, drill }: PlanFormProps) {
  const { follows = {} } = drill;
  return (
    <>
      {follows.pattern !== undefined ? (
        <KeptMoves id={follows.pattern} stance={stance} />
      ) : beginsWithLane(drill.pattern) ? (
        <LaneFields onFloor={isLaneOfFloor} />
      ) : (
        <MovesPanel stance={stance} />
      )}
      {drill.partner && <MovesPanel stance={stance} of="partner.pattern" title="Moves of the partner" />}
    </>
  );
}

/** Everything else of a plan that is typed: name, floor, target, tempo and band. */
export function DrillForm(props: FollowProps) {
  const { drill } = props;
  const band = useWatch<Plan, 'band.kind'>({ name: 'band.kind' });
  const { follows = {} } = drill;
  const isLane = beginsWithLane(drill.pattern);
  const standsStill = follows.target?.on === 'fixture' || follows.target?.on === 'piece';
  return (
    <Panel title="Drill">
      <Box sx={TWO}>
        <Box sx={WIDE}>
          <TextLine<Plan> name="name" label="Name" />
        </Box>
        <Box sx={{ ...WIDE, display: 'grid', gap: 1 }}>
          <PatternChoice {...props} />
        </Box>
        <StudentsChoice {...props} />
        {!isLane && <FacingFields />}
        <NumberField<Plan>
          name="tempoPerMin"
          label="Beats a minute"
          range={PLAN_RANGES.tempoPerMin}
          step={5}
        />
        <TargetChoice {...props} />
        {!standsStill && <TargetFields {...props} />}
        <TargetDoes {...props} />
        <BandKind />
        {band === 'fixed' ? (
          <>
            <LengthField<Plan> name="band.nearM" label="Gap at least" range={PLAN_RANGES.bandM} />
            <LengthField<Plan> name="band.farM" label="Gap at most" range={PLAN_RANGES.bandM} />
          </>
        ) : (
          <LengthField<Plan> name="band.toleranceM" label="Gap within" range={PLAN_RANGES.toleranceM} />
        )}
        <PassFields {...props} />
        <FloorChoice {...props} />
        {follows.floor === undefined && isBare(drill.floor) && <MatSize floor={drill.floor} />}
      </Box>
    </Panel>
  );
}

const beginsWithLane = ({ items }: Pattern): boolean => items.slice(0, 1).some((item) => 'weave' in item);
const isBare = ({ outline, fixtures }: Plan['floor']): boolean => outline.length === 4 && !fixtures;

/** A target of the drill's own: what it is, and where. */
function TargetFields({ drill, onDrill }: FollowProps) {
  const isPartner = drill.follows?.target?.on === 'student';
  return (
    <>
      {!isPartner && (
        <>
          <SelectBox<Target['kind']>
            label="Target"
            value={drill.target.kind}
            choices={[
              ['bag', 'bag'],
              ['pad', 'pad holder'],
              ['partner', 'partner'],
            ]}
            onChoice={(kind) => {
              // Only a partner has moves, and only what hangs swings.
              const { partner: _, ...plan } = drill;
              const { swing: __, ...target } = drill.target;
              onDrill({ ...plan, target: { ...(kind === 'bag' ? drill.target : target), kind } });
            }}
          />
          <LengthField<Plan> name="target.radiusM" label="Target radius" range={PLAN_RANGES.radiusM} />
        </>
      )}
      <LengthField<Plan> name="target.at.x" label="Target x" range={PLAN_RANGES.coordinate} />
      <LengthField<Plan> name="target.at.y" label="Target y" range={PLAN_RANGES.coordinate} />
    </>
  );
}

/** What the facing follows, and where the stance stands first. */
function FacingFields() {
  return (
    <>
      <ChoiceField<Plan>
        name="facing.on"
        label="Faces"
        choices={[
          ['target', 'the target'],
          ['lane', 'along the lane'],
          ['free', 'as the student likes'],
        ]}
      />
      <NumberField<StartPlan>
        name="pattern.start.headingDeg"
        label="Lane heading"
        unit="°"
        range={PLAN_RANGES.laneHeadingDeg}
        step={5}
      />
      <LengthField<StartPlan> name="pattern.start.at.x" label="Start x" range={PLAN_RANGES.coordinate} />
      <LengthField<StartPlan> name="pattern.start.at.y" label="Start y" range={PLAN_RANGES.coordinate} />
    </>
  );
}

const SWING = { headingDeg: 90, amplitudeM: 0.2, periodS: 2.4 } as const;

type Does = 'stands' | 'swings' | 'walks';
const DOES: readonly (readonly [Does, string])[] = [
  ['stands', 'stands still'],
  ['swings', 'swings to and fro'],
];
const PARTNER_DOES: readonly (readonly [Does, string])[] = [
  ['stands', 'stands still'],
  ['walks', 'does moves of their own'],
];
const FIRST_MOVES: PartnerPart = {
  facing: { on: 'target' },
  pattern: { start: null, items: [{ move: MOVES.step.usual }] },
};

/** What the target does: a bag may swing, a partner may do a pattern of their own. */
function TargetDoes({ drill, onDrill }: FollowProps) {
  const isPartner = drill.target.kind === 'partner';
  const { swing } = drill.target;
  const does: Does = drill.partner ? 'walks' : swing ? 'swings' : 'stands';
  const choose = (next: Does): void => {
    const { partner: _, ...plan } = drill;
    const { swing: __, path: ___, ...target } = drill.target;
    onDrill({
      ...plan,
      target: next === 'swings' ? { ...target, swing: SWING } : target,
      ...(next === 'walks' ? { partner: FIRST_MOVES } : {}),
    });
  };
  return (
    <>
      <Box sx={WIDE}>
        <SelectBox<Does>
          label={isPartner ? 'The partner' : 'The target'}
          value={does}
          choices={isPartner ? PARTNER_DOES : DOES}
          onChoice={choose}
        />
      </Box>
      {swing && (
        <>
          <LengthField<Plan>
            name="target.swing.amplitudeM"
            label="To either side"
            range={PLAN_RANGES.swingM}
          />
          <NumberField<Plan>
            name="target.swing.periodS"
            label="To and fro in"
            unit="s"
            range={PLAN_RANGES.periodS}
            step={0.1}
          />
          <NumberField<Plan>
            name="target.swing.headingDeg"
            label="Swings towards"
            unit="°"
            range={PLAN_RANGES.laneHeadingDeg}
            step={5}
          />
          <Box sx={{ fontSize: '0.84rem', color: 'text.secondary' }}>
            Only in an empty gym: a swinging bag hits neighbours.
          </Box>
        </>
      )}
    </>
  );
}

const AROUND = { kind: 'around-plan', toleranceM: 0.2 } as const;
const FIXED = { kind: 'fixed', nearM: 1, farM: 6 } as const;

/** Choosing how the band is given puts usable edges in, so that the form is never half filled. */
function BandKind() {
  const { setValue } = useFormContext<Plan>();
  const kind = useWatch<Plan, 'band.kind'>({ name: 'band.kind' });
  return (
    <Box sx={{ gridColumn: '1 / -1' }}>
      <SelectBox
        label="Gap band"
        value={kind}
        choices={[
          ['around-plan', 'around the planned gap'],
          ['fixed', 'between two distances'],
        ]}
        onChoice={(value) => setValue('band', value === 'fixed' ? FIXED : AROUND)}
      />
    </Box>
  );
}

const MAT_M = [1, 60] as const;

/** Width and depth of a rectangular mat; its corners are the datums. */
function MatSize({ floor }: { readonly floor: Plan['floor'] }) {
  const { setValue } = useFormContext<Plan>();
  const width = Math.max(...floor.outline.map((corner) => corner.x));
  const depth = Math.max(...floor.outline.map((corner) => corner.y));
  const set = (widthM: number, depthM: number): void => {
    const fits = [widthM, depthM].every((size) => size >= MAT_M[0] && size <= MAT_M[1]);
    if (fits) setValue('floor', rectangularFloor(floor.name, widthM, depthM) as never);
  };
  return (
    <>
      <LengthBox
        label="Mat width"
        metres={width}
        onMetres={(metres) => metres !== undefined && set(metres, depth)}
      />
      <LengthBox
        label="Mat depth"
        metres={depth}
        onMetres={(metres) => metres !== undefined && set(width, metres)}
      />
    </>
  );
}
