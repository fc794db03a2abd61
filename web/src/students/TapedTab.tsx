import Box from '@mui/material/Box';
import { otherFoot, placeStance, readTaped, type TapedStance } from '@angled-chalk/core/body';
import { distanceM } from '@angled-chalk/core/geometry';
import { formatLength } from '@angled-chalk/core/measure';
import { zodResolver } from '@hookform/resolvers/zod';
import { useMemo } from 'react';
import { FormProvider, useForm, useWatch } from 'react-hook-form';
import { z } from 'zod';
import { useUnits } from '../app/club.tsx';
import { PALETTE } from '../app/palette.ts';
import { ChoiceField, LengthField } from '../parts/fields.tsx';
import { BESIDE, Panel } from '../parts/Page.tsx';
import { CloseView } from '../drawing/FloorView.tsx';
import { Dimension, FootMark, Line } from '../drawing/marks.tsx';
import { VerdictMark } from '../parts/VerdictMark.tsx';
import type { Fitting } from './fitting.ts';

const SEPARATION = [0.1, 1.6] as const;
const TO_LINE = [-0.5, 1] as const;
const TOES = [-30, -15, 0, 15, 30, 45, 60, 75, 90].map((deg) => [String(deg), `${deg}° out`] as const);

const schema = z.object({
  separationM: z.number().min(SEPARATION[0]).max(SEPARATION[1]),
  leftToLineM: z.number().min(TO_LINE[0]).max(TO_LINE[1]),
  rightToLineM: z.number().min(TO_LINE[0]).max(TO_LINE[1]),
  lead: z.string(),
  rear: z.string(),
});
type Entered = z.infer<typeof schema>;

const VERDICTS = { change: 'not-met', right: 'met', 'cannot-tell': 'cannot-tell' } as const;
const toTenth = (metres: number): number => Math.round(metres * 100) / 100;

/** What the student really stands in, taped, against the fit: what to change, in words and drawn. */
export function TapedTab({ stance }: Fitting) {
  const units = useUnits();
  const form = useForm<Entered>({
    defaultValues: {
      separationM: toTenth(stance.separation.valueM),
      leftToLineM: toTenth(stance.widthM / 2),
      rightToLineM: toTenth(stance.widthM / 2),
      lead: String(nearest(stance.school.leadToeOutDeg)),
      rear: String(nearest(stance.school.rearToeOutDeg)),
    },
    resolver: zodResolver(schema),
    mode: 'onChange',
  });
  const entered = useWatch({ control: form.control }) as Entered;
  const taped = useMemo((): TapedStance | null => {
    if (!schema.safeParse(entered).success) return null;
    const { separationM, leftToLineM, rightToLineM, lead, rear } = entered;
    return {
      separationM,
      leftToLineM,
      rightToLineM,
      leadToeOutDeg: Number(lead),
      rearToeOutDeg: Number(rear),
    };
  }, [entered]);
  const result = taped ? readTaped(stance, taped, units) : null;
  const fitted = placeStance(stance, { x: 0, y: 0 }, 0);
  const reading = result?.ok ? result.value : null;
  const around = useMemo(() => {
    const half = Math.max(0.5, stance.separation.valueM * 0.85);
    return [
      { x: -half * 1.3, y: -half },
      { x: half * 1.3, y: half },
    ];
  }, [stance]);
  return (
    <FormProvider {...form}>
      <Box component="p" role="status" sx={{ fontSize: '1.25rem', fontWeight: 700, mt: 0, mb: 1 }}>
        {reading?.headline ??
          (result && !result.ok ? result.problem.message : 'Tape the stance the student really takes.')}
      </Box>
      <Box sx={BESIDE}>
        <CloseView around={around} marginM={0.05} label="Fitted and taped stance from above">
          <Line
            points={[
              { x: 0, y: -2 },
              { x: 0, y: 2 },
            ]}
            colour={PALETTE.softInk}
            widthM={0.004}
            dash="0.03 0.02"
          />
          {(['left', 'right'] as const).map((name) => (
            <FootMark key={name} name={name} foot={fitted[name]} body={stance.body} standing="planned" />
          ))}
          {reading && (
            <>
              {(['left', 'right'] as const).map((name) => (
                <FootMark
                  key={name}
                  name={name}
                  foot={reading.feet[name]}
                  body={stance.body}
                  standing="observed"
                />
              ))}
              <Moves reading={reading} fitted={fitted} stance={stance} />
            </>
          )}
        </CloseView>
        <Box sx={{ display: 'grid', gap: 1.5, gridTemplateColumns: 'minmax(0, 1fr)' }}>
          <Panel title="As taped">
            <Box sx={{ display: 'grid', gap: 1.25 }}>
              <LengthField<Entered> name="separationM" label="Ball to ball" range={SEPARATION} />
              <LengthField<Entered>
                name="leftToLineM"
                label="Left ball to the line"
                range={TO_LINE}
                help="A chalk line to the target, between the feet."
              />
              <LengthField<Entered> name="rightToLineM" label="Right ball to the line" range={TO_LINE} />
              <ChoiceField<Entered> name="lead" label="Lead toe, by eye" choices={TOES} />
              <ChoiceField<Entered> name="rear" label="Rear toe, by eye" choices={TOES} />
            </Box>
          </Panel>
          {reading && (
            <Panel title="What to change">
              <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, display: 'grid', gap: 0.75 }}>
                {reading.corrections.map(({ what, words, verdict }) => (
                  <Box component="li" key={what} sx={{ display: 'flex', gap: 1 }}>
                    <VerdictMark outcome={VERDICTS[verdict]} words={false} />
                    <span>{words}</span>
                  </Box>
                ))}
              </Box>
              <Box sx={{ mt: 1, color: 'text.secondary', fontSize: '0.84rem' }}>
                The lead foot stays where it is. A change is asked for only when it clears what a tape and an
                eye can tell.
              </Box>
            </Panel>
          )}
        </Box>
      </Box>
    </FormProvider>
  );
}

const nearest = (deg: number): number => Math.round(deg / 15) * 15;

function Moves({
  reading,
  fitted,
  stance,
}: {
  readonly reading: { readonly feet: ReturnType<typeof placeStance> };
  readonly fitted: ReturnType<typeof placeStance>;
  readonly stance: Fitting['stance'];
}) {
  const units = useUnits();
  const rear = otherFoot(stance.leadSide);
  const from = reading.feet[rear].ball;
  const to = fitted[rear].ball;
  if (distanceM(from, to) < 0.02) return null;
  return (
    <Dimension from={from} to={to} text={formatLength(distanceM(from, to), units)} colour={PALETTE.action} />
  );
}
