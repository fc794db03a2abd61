import Box from '@mui/material/Box';
import FormControlLabel from '@mui/material/FormControlLabel';
import Switch from '@mui/material/Switch';
import { LENGTH_RANGES, type StudentInput } from '@angled-chalk/contract';
import { formatLength, formatSmall } from '@angled-chalk/core/measure';
import {
  contactOf,
  contactWith,
  kickModelM,
  bagTarget,
  guardRule,
  reachRows,
  shinRule,
  strikerOf,
  TOUCH,
  touchModelM,
  TARGET_PARTS,
  type ReachTarget,
  type Striker,
  type TargetPart,
} from '@angled-chalk/core/range';
import { useMemo, useState } from 'react';
import { useClub } from '../app/club.tsx';
import { LengthBox } from '../parts/boxes.tsx';
import { LengthField } from '../parts/fields.tsx';
import { BESIDE, Panel } from '../parts/Page.tsx';
import { useDeviceState } from '../parts/useDeviceState.ts';
import { SelectBox } from '../parts/SelectBox.tsx';
import { VerdictMark } from '../parts/VerdictMark.tsx';
import { ReachChart } from './ReachChart.tsx';
import { StrikeDrawing } from './StrikeDrawing.tsx';
import type { Fitting } from './fitting.ts';

const THE_BAG = 'bag';
const THE_PAD = 'pad';
const PART_CHOICES = [
  ['usual', 'where each usually lands'],
  ...TARGET_PARTS.map((one) => [one, one] as const),
] as const;

/** How far every strike of this student reaches, against a bag or a partner, and what each part gives. */
export function ReachTab({ student, fit }: Fitting) {
  const { units, students, fitOf } = useClub();
  const [against, setAgainst] = useState<string>(THE_BAG);
  const [strikeId, setStrikeId] = useState<string>('jab');
  const [gloves, setGloves] = useDeviceState('gloves', false);
  const striker = useMemo(() => strikerOf(fit, gloves), [fit, gloves]);
  const partnerStudent = students.find(({ id }) => id === against);
  const partner = useMemo(
    () => (partnerStudent ? strikerOf(fitOf(partnerStudent), gloves) : null),
    [partnerStudent, fitOf, gloves],
  );
  const [part, setPart] = useState<TargetPart | 'usual'>('usual');
  const [heightM, setHeightM] = useState<number | null>(null);
  const [radiusM, setRadiusM] = useState(0.18);
  const target = useMemo((): ReachTarget => {
    if (partner) return { kind: 'partner', partner, part: part === 'usual' ? null : part };
    return against === THE_PAD ? { kind: 'pad', heightM } : { kind: 'bag', radiusM, heightM };
  }, [partner, part, against, heightM, radiusM]);
  const rows = useMemo(() => reachRows(striker, target), [striker, target]);
  const theirs = useMemo(
    () => (partner ? reachRows(partner, { kind: 'partner', partner: striker, part: null }) : null),
    [striker, partner],
  );
  const shown = rows.find(({ contact }) => contact.strike.id === strikeId) ?? rows[0]!;
  const furthestHand = rows.find(({ contact }) => contact.strike.limb === 'hand')!;
  const headline = `${furthestHand.contact.strike.name}: ${formatLength(furthestHand.contact.gapM, units)} ± ${formatSmall(2 * furthestHand.contact.uM, units)} is the furthest hand${partnerStudent ? ` on ${partnerStudent.name}` : against === THE_PAD ? ' on the pad' : ` on the bag, ${formatLength(furthestHand.contact.gapM + radiusM, units)} to its axis`}.`;
  return (
    <>
      <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap', alignItems: 'center', mb: 1 }}>
        <Box
          component="p"
          role="status"
          sx={{ fontSize: '1.25rem', fontWeight: 700, m: 0, flex: '1 1 320px' }}
        >
          {headline}
        </Box>
        <SelectBox
          label="Against"
          value={against}
          choices={[
            [THE_BAG, 'a bag'],
            [THE_PAD, 'a pad'],
            ...students.filter(({ id }) => id !== student.id).map(({ id, name }) => [id, name] as const),
          ]}
          onChoice={setAgainst}
          fullWidth={false}
          sx={{ width: 210 }}
        />
        {partner ? (
          <SelectBox
            label="Part"
            value={part}
            choices={PART_CHOICES}
            onChoice={setPart}
            fullWidth={false}
            sx={{ width: 210 }}
          />
        ) : (
          <Box sx={{ width: 200 }}>
            <LengthBox
              label="Struck at height"
              metres={heightM}
              onMetres={(metres) => setHeightM(metres ?? null)}
            />
          </Box>
        )}
        <FormControlLabel
          control={<Switch checked={gloves} onChange={(_, on) => setGloves(on)} />}
          label="Gloves on"
        />
        {against === THE_BAG && (
          <Box sx={{ width: 130 }}>
            <LengthBox label="Bag radius" metres={radiusM} onMetres={(metres) => setRadiusM(metres ?? 0)} />
          </Box>
        )}
      </Box>
      <Box sx={BESIDE}>
        <Box sx={{ display: 'grid', gap: 1.5, gridTemplateColumns: 'minmax(0, 1fr)' }}>
          <ReachChart
            rows={rows}
            theirs={theirs}
            names={[student.name, partnerStudent?.name ?? '']}
            chosen={shown.contact.strike.id}
            onChoose={setStrikeId}
          />
        </Box>
        <Box sx={{ display: 'grid', gap: 1.5, gridTemplateColumns: 'minmax(0, 1fr)' }}>
          <StrikeDrawing striker={striker} contact={shown.contact} toeGapM={shown.toeGapM} />
          <Calibration striker={striker} />
          <ThumbRules striker={striker} partner={partner ?? striker} />
        </Box>
      </Box>
    </>
  );
}

/** One taped touch rescales the hands, one taped kick the kicks: before, after, and how much surer. */
function Calibration({ striker }: { readonly striker: Striker }) {
  return (
    <Panel title="Calibrate by a touch and a kick">
      <Box sx={{ mb: 1.25, fontSize: '0.86rem' }}>
        Stretch the lead hand, then the lead push kick, until it just touches a bag, without leaning; tape
        from the middle between the balls of the feet to the bag.
      </Box>
      <Box sx={{ display: 'grid', gap: 1.5 }}>
        <TapedReach striker={striker} length="leadTouchM" label="Touch distance" what="Hands" />
        <TapedReach striker={striker} length="leadKickM" label="Kick distance" what="Kicks" />
      </Box>
    </Panel>
  );
}

function TapedReach({
  striker,
  length,
  label,
  what,
}: {
  readonly striker: Striker;
  readonly length: 'leadTouchM' | 'leadKickM';
  readonly label: string;
  readonly what: 'Hands' | 'Kicks';
}) {
  const { units } = useClub();
  const isHand = length === 'leadTouchM';
  const { [length]: tapedM, ...plain } = striker.student.lengths;
  const contactFor = (one: Striker) =>
    isHand
      ? contactWith(one, TOUCH, bagTarget(one, 'head'))
      : contactOf(one, 'lead-push-kick', bagTarget(one, 'body'));
  const before = contactFor(strikerOf({ ...striker.student, lengths: plain }));
  const after = contactFor(striker);
  const modelM = isHand ? touchModelM(striker) : kickModelM(striker);
  const percent = tapedM === undefined ? 0 : Math.round(100 * (tapedM / modelM - 1));
  const u = (one: { readonly uM: number }): string => formatSmall(2 * one.uM, units);
  return (
    <Box>
      <LengthField<StudentInput>
        name={`lengths.${length}`}
        label={label}
        range={LENGTH_RANGES[length]}
        help={`The model says ${formatLength(modelM, units)}.`}
      />
      <Box sx={{ mt: 0.5, fontSize: '0.88rem' }}>
        {tapedM === undefined
          ? `Not taped yet: ${what.toLowerCase()} are ± ${u(before)}.`
          : `${what} reach ${Math.abs(percent)} % ${percent >= 0 ? 'further' : 'less far'} than the model. Before ${formatLength(before.gapM, units)} ± ${u(before)}, after ${formatLength(after.gapM, units)} ± ${u(after)}.`}
      </Box>
    </Box>
  );
}

function ThumbRules({ striker, partner }: { readonly striker: Striker; readonly partner: Striker }) {
  const { units } = useClub();
  const rules = [shinRule(striker, units), guardRule(striker, partner, units)];
  return (
    <Panel title="Rules of thumb, for this body">
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, display: 'grid', gap: 1.25 }}>
        {rules.map(({ rule, verdict, words }) => (
          <li key={rule}>
            <VerdictMark outcome={verdict} />
            <Box sx={{ fontWeight: 650, fontSize: '0.9rem' }}>{rule}</Box>
            <Box sx={{ fontSize: '0.88rem' }}>{words}</Box>
          </li>
        ))}
        <Box component="li" sx={{ color: 'text.secondary', fontSize: '0.82rem' }}>
          Common practice, no published source.
        </Box>
      </Box>
    </Panel>
  );
}
