import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import ButtonBase from '@mui/material/ButtonBase';
import { withGroups } from '@angled-chalk/core/layout';
import { formatDegrees, formatLength } from '@angled-chalk/core/measure';
import { PLACING_WHY, placingWords, type RigidMove } from '@angled-chalk/core/placing';
import { useClub } from '../app/club.tsx';
import { PALETTE } from '../app/palette.ts';
import { Panel } from '../parts/Page.tsx';
import { TaskProgress } from '../work/TaskProgress.tsx';
import { useTask } from '../work/useTask.ts';
import type { FloorEditor } from './useFloorEditor.ts';

/** A place proposed for pieces, to look at before it is taken. */
export interface Proposal {
  readonly ids: readonly string[];
  readonly move: RigidMove;
}

interface FitPanelProps {
  readonly editor: FloorEditor;
  readonly chosenFinding: number | null;
  readonly onChoose: (index: number | null) => void;
  readonly proposal: Proposal | null;
  readonly onProposal: (proposal: Proposal | null) => void;
}

/** What does not fit, in words with its measure; and the nearest place that would. */
export function FitPanel({ editor, chosenFinding, onChoose, proposal, onProposal }: FitPanelProps) {
  const { units } = useClub();
  const { findings, plan } = editor;
  if (findings.length === 0)
    return (
      <Panel title="Everything fits" sx={{ py: 1 }}>
        {plan.pieces.length === 0
          ? 'Nothing is laid out yet: add a layout or a mark.'
          : 'Inside the floor, clear of its edge, of each other and of what stands there.'}
      </Panel>
    );
  const edge = plan.floor.edge ?? 'open';
  return (
    <Panel title={`Does not fit (${findings.length})`} sx={{ py: 1 }}>
      <Box
        component="ol"
        aria-label="What does not fit"
        sx={{ listStyle: 'none', m: 0, p: 0, maxHeight: 260, overflowY: 'auto' }}
      >
        {findings.map((found, i) => {
          const isChosen = chosenFinding === i;
          return (
            <li key={`${found.code}-${found.placementId}-${found.otherId}-${found.subject}`}>
              <ButtonBase
                onClick={() => {
                  onChoose(isChosen ? null : i);
                  onProposal(null);
                  editor.choose(isChosen ? null : found.placementId);
                }}
                aria-pressed={isChosen}
                sx={{
                  width: '100%',
                  minHeight: 44,
                  font: 'inherit',
                  textAlign: 'left',
                  justifyContent: 'flex-start',
                  alignItems: 'flex-start',
                  gap: 1,
                  p: 0.75,
                  borderLeft: `4px solid ${isChosen ? PALETTE.action : 'transparent'}`,
                  '&:hover': { bgcolor: PALETTE.actionFill },
                }}
              >
                <Box component="span" sx={{ fontWeight: 800, color: PALETTE.notMet, minWidth: 30 }}>
                  ◆ {i + 1}
                </Box>
                <span>
                  {placingWords(found, edge, units)}
                  {isChosen && (
                    <Box component="span" sx={{ display: 'block', fontSize: '0.84rem', mt: 0.25 }}>
                      Why: {PLACING_WHY[found.code]}
                    </Box>
                  )}
                </span>
              </ButtonBase>
              {isChosen && found.code !== 'tall-cone-behind' && (
                <NearestPlace
                  key={found.placementId}
                  editor={editor}
                  id={found.placementId}
                  proposal={proposal}
                  onProposal={onProposal}
                />
              )}
            </li>
          );
        })}
      </Box>
    </Panel>
  );
}

function NearestPlace({
  editor,
  id,
  proposal,
  onProposal,
}: {
  readonly editor: FloorEditor;
  readonly id: string;
  readonly proposal: Proposal | null;
  readonly onProposal: (proposal: Proposal | null) => void;
}) {
  const { units } = useClub();
  const { run, cancel, state, error } = useTask();
  const ids = withGroups(editor.plan, [id]);
  const look = async (): Promise<void> => {
    const { plan, placements } = editor;
    const moving = placements.filter((one) => ids.includes(one.id));
    const others = placements.filter((one) => !ids.includes(one.id));
    const answer = await run(async (work, progress) => ({
      move: await work.nearestPlace(plan.floor, moving, others, progress),
    }));
    if (answer) onProposal({ ids, move: answer.move ?? NOWHERE });
  };
  if (state) return <TaskProgress state={state} onCancel={cancel} />;
  if (error) return <Box sx={{ color: 'error.main', px: 1 }}>{error.message}</Box>;
  if (!proposal) {
    return (
      <Button size="small" onClick={() => void look()}>
        Nearest place that fits
      </Button>
    );
  }
  if (proposal.move === NOWHERE)
    return (
      <Box sx={{ px: 1, pb: 1 }}>
        There is no such place on this floor with its margins: make it smaller, or take something away.
      </Box>
    );
  const { shift, turnDeg } = proposal.move;
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', gap: 1, px: 1, pb: 0.5 }}>
      <Box sx={{ flex: 1, fontSize: '0.9rem' }}>
        {formatLength(Math.hypot(shift.x, shift.y), units)} away
        {turnDeg !== 0 && `, turned by ${formatDegrees(turnDeg)}`} (dotted)
      </Box>
      <Button
        size="small"
        variant="contained"
        onClick={() => {
          editor.moveIds(proposal.ids, proposal.move);
          onProposal(null);
        }}
      >
        Move it there
      </Button>
    </Box>
  );
}

/** The search ended without a place. */
export const NOWHERE: RigidMove = { about: { x: 0, y: 0 }, turnDeg: 0, shift: { x: 0, y: 0 } };
