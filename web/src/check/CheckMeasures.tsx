import Box from '@mui/material/Box';
import type { CheckReport, ErrorScores, Rhythm } from '@angled-chalk/core/report';
import { formatSeconds, formatSmall } from '@angled-chalk/core/measure';
import { moveName } from '@angled-chalk/core/moves';
import { useUnits } from '../app/club.tsx';
import { Panel } from '../parts/Page.tsx';

type Row = readonly [name: string, value: string];
type Group = readonly [title: string, why: string, rows: readonly Row[]];

const nameOf = (kind: Rhythm['kind']): string =>
  kind === 'weave' ? 'zigzag step' : moveName(kind).toLowerCase();

/** Nearer to its time than this nobody is early or late, seconds. */
const ON_TIME_S = 0.01;

/** How late on the whole, and how unevenly. */
function timed({ ce, ve }: ErrorScores): string {
  const late =
    Math.abs(ce) < ON_TIME_S ? 'on time' : `${formatSeconds(Math.abs(ce))} ${ce > 0 ? 'late' : 'early'}`;
  return `${late}, ±\u00a0${formatSeconds(ve)}`;
}

/** The rhythm of what was done again and again; nothing where nothing was. */
function rhythmGroup(rhythms: readonly Rhythm[]): readonly Group[] {
  const rows = rhythms.flatMap(({ kind, way, beat, secondFoot }): Row[] => {
    const name = `${nameOf(kind)}${way === null ? '' : ` ${way}`}`;
    return [
      ...(beat ? [[`${name}, ${beat.count} times: first foot`, timed(beat)] as const] : []),
      ...(secondFoot ? [[`${name}, second foot after it`, timed(secondFoot)] as const] : []),
    ];
  });
  return rows.length === 0
    ? []
    : [
        [
          'Rhythm',
          'Late or early on the whole (constant error), and how unevenly (± variable error), from move to move in their own tempo.',
          rows,
        ],
      ];
}

/** Error scores of distance and beat, the share in band, and the balance at rest. */
export function CheckMeasures({ report }: { readonly report: CheckReport }) {
  const units = useUnits();
  const { range, beat, balance, capture, tempo } = report;
  const small = (metres: number | undefined | null): string =>
    metres === undefined || metres === null ? 'none' : formatSmall(metres, units);
  const seconds = (value: number | undefined | null): string =>
    value === undefined || value === null ? 'none' : formatSeconds(value);
  const groups: readonly Group[] = [
    [
      'Gap against the plan',
      'Mean error is how far off on the whole; spread is how unsteady.',
      [
        ['too far on average (constant error)', small(range.error?.ce)],
        ['spread about that (variable error)', small(range.error?.ve)],
        ['off on average, either way (absolute error)', small(range.error?.ae)],
        ['share in band', range.shareInBand === null ? 'none' : `${Math.round(100 * range.shareInBand)} %`],
        ['left the band', `${range.excursions} times, longest ${range.longestExcursionS.toFixed(2)} s`],
      ],
    ],
    [
      'Beat',
      'Landing of the first foot against its beat, from the student’s own start.',
      [
        [
          'tempo, asked and walked',
          `${Math.round(tempo.askedPerMin)} and ${tempo.walkedPerMin === null ? 'none' : tempo.walkedPerMin.toFixed(1)} a minute`,
        ],
        ['from beat to beat (spread)', seconds(tempo.spread)],
        ['mean', seconds(beat.asynchrony?.ce)],
        ['spread', seconds(beat.asynchrony?.ve)],
        ['start against the plan', seconds(beat.offsetS)],
      ],
    ],
    ...rhythmGroup(beat.rhythms ?? []),
    [
      'Balance at rest',
      `By the ${balance.method}.`,
      [
        ['smallest margin', small(balance.smallestMarginM)],
        ['mean margin', small(balance.meanMarginM)],
        ['smallest at move', balance.smallestAtMove === null ? 'none' : String(balance.smallestAtMove)],
      ],
    ],
    [
      'Capture',
      'What the recording can say.',
      [
        ['rate', `${capture.rateHz.toFixed(0)} Hz`],
        ['noise of a sample', small(capture.noiseM)],
        ['lost samples', `${(100 * capture.missingShare).toFixed(1)} %`],
        ['foot within', `± ${small(2 * capture.positionUM)}`],
        ['landing within', `± ${seconds(2 * capture.timeUS)}`],
      ],
    ],
  ];
  return (
    <Box sx={{ display: 'grid', gap: 1.5, gridTemplateColumns: 'repeat(auto-fit, minmax(230px, 1fr))' }}>
      {groups.map(([title, why, rows]) => (
        <Panel key={title} title={title}>
          <Box sx={{ color: 'text.secondary', fontSize: '0.82rem', mb: 1 }}>{why}</Box>
          <Box
            component="dl"
            sx={{
              m: 0,
              display: 'grid',
              gridTemplateColumns: 'minmax(0, 1.3fr) minmax(0, 1fr)',
              rowGap: 0.5,
              columnGap: 1,
            }}
          >
            {rows.map(([name, value]) => (
              <Box key={name} sx={{ display: 'contents' }}>
                <dt>{name}</dt>
                <Box component="dd" sx={{ m: 0, fontWeight: 650, textAlign: 'right' }}>
                  {value}
                </Box>
              </Box>
            ))}
          </Box>
        </Panel>
      ))}
    </Box>
  );
}
