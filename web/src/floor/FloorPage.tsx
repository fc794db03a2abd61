import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Tab from '@mui/material/Tab';
import Tabs from '@mui/material/Tabs';
import { floorFile, toOpenKeys, type StoredFloor } from '@angled-chalk/contract';
import type { StudentFit } from '@angled-chalk/core/body';
import { materialsOf } from '@angled-chalk/core/floor';
import type { FloorFileKind } from '@angled-chalk/core/formats';
import { reshaped } from '@angled-chalk/core/layout';
import { movePlacement } from '@angled-chalk/core/placing';
import { rulerFor } from '@angled-chalk/core/range';
import { bringWords } from '@angled-chalk/core/setout';
import { lazy, Suspense, useMemo, useState } from 'react';
import { Link, useParams } from 'react-router';
import { useFloors } from '../api/queries.ts';
import { useClub } from '../app/club.tsx';
import { PALETTE } from '../app/palette.ts';
import { saveText } from '../parts/download.ts';
import { EditBar, EditProblem } from '../parts/EditBar.tsx';
import { ErrorBox } from '../parts/ErrorBox.tsx';
import { MenuButton } from '../parts/MenuButton.tsx';
import { Busy, PageTitle } from '../parts/Page.tsx';
import { FloorView } from '../drawing/FloorView.tsx';
import { FaultMark } from '../drawing/FaultMarks.tsx';
import { Line } from '../drawing/marks.tsx';
import { FitPanel, NOWHERE, type Proposal } from './FitPanel.tsx';
import { OutlineDrawer } from './OutlineDrawer.tsx';
import { LayOutPanel } from './LayOutPanel.tsx';
import { PieceLayer } from './PieceLayer.tsx';
import { RoomHandles } from './RoomHandles.tsx';
import { ToolBar } from './ToolBar.tsx';
import type { SnapChoice } from './useDragPieces.ts';
import { useFloorEditor, type FloorEditor } from './useFloorEditor.ts';

/** What stands on the other sheets is fetched when one is opened. */
const RoomPanel = lazy(async () => ({ default: (await import('./RoomPanel.tsx')).RoomPanel }));
const FillPanel = lazy(async () => ({ default: (await import('./FillPanel.tsx')).FillPanel }));
const ClassPanel = lazy(async () => ({ default: (await import('./ClassPanel.tsx')).ClassPanel }));

export function FloorPage() {
  const { id } = useParams();
  const floors = useFloors();
  const { student, fitOf, loading } = useClub();
  const fit = useMemo(() => student && fitOf(student), [student, fitOf]);
  const found = floors.data?.find((floor) => floor.id === id);
  if (floors.isLoading || loading) return <Busy what="Reading the floor" />;
  if (floors.error) return <ErrorBox error={floors.error} />;
  if (!found) return <ErrorBox error={new Error('This floor is not there. It may have been deleted.')} />;
  if (!fit) return <ErrorBox error={new Error('Add a student first: layouts are measured for somebody.')} />;
  return <FloorEditorView key={found.id} stored={found} student={fit} />;
}

const TABS = ['Lay out', 'Room', 'Fill', 'Class'] as const;
type TabName = (typeof TABS)[number];

/** The screen is one window high: the floor takes what the title leaves, the numbers scroll beside it. */
const HEIGHT = 'max(360px, min(calc(100vh - 196px), 100vw))';

function FloorEditorView({
  stored,
  student,
}: {
  readonly stored: StoredFloor;
  readonly student: StudentFit;
}) {
  const { students } = useClub();
  const ruler = useMemo(() => rulerFor(student), [student]);
  const editor = useFloorEditor(stored, ruler);
  const [tab, setTab] = useState<TabName>('Lay out');
  const [snapTo, setSnapTo] = useState<SnapChoice>({ grid: true, things: true });
  const [drawing, setDrawing] = useState(false);
  const [chosenFinding, setChosenFinding] = useState<number | null>(null);
  const [proposal, setProposal] = useState<Proposal | null>(null);
  const { plan } = editor;
  return (
    <>
      <FloorTitle editor={editor} id={stored.id} student={student} />
      <EditProblem editing={editor.keeping} />
      <Box
        sx={{
          display: 'grid',
          gap: 1.5,
          gridTemplateColumns: 'minmax(0, 1fr) 330px',
          alignItems: 'start',
          '@media (max-width: 980px)': { gridTemplateColumns: 'minmax(0, 1fr)' },
        }}
      >
        <Box
          sx={{
            position: 'sticky',
            top: 8,
            '@media (max-width: 980px)': { position: 'static' },
            // What belongs to where things stood is not shown while they are in the hand.
            'svg[data-lifted] .at-rest': { visibility: 'hidden' },
          }}
        >
          <ToolBar editor={editor} snapTo={snapTo} onSnap={setSnapTo} />
          <FloorView
            floor={plan.floor}
            marginM={drawing ? 4 : 0.45}
            label={`Floor from above: ${plan.name}`}
            height={HEIGHT}
          >
            <Ground editor={editor} />
            <PieceLayer editor={editor} snapTo={snapTo} />
            {tab === 'Room' && !drawing && <RoomHandles editor={editor} />}
            <FindingMarks editor={editor} chosen={chosenFinding} />
            <ProposedPlace editor={editor} proposal={proposal} />
            {drawing && (
              <OutlineDrawer
                onStop={() => setDrawing(false)}
                onOutline={(outline) => {
                  setDrawing(false);
                  editor.set({ ...plan, floor: reshaped(plan.floor, outline) });
                }}
              />
            )}
          </FloorView>
        </Box>
        <Box sx={{ display: 'grid', gap: 1, gridTemplateColumns: 'minmax(0, 1fr)' }}>
          <FitPanel
            editor={editor}
            chosenFinding={chosenFinding}
            onChoose={setChosenFinding}
            proposal={proposal}
            onProposal={setProposal}
          />
          <Tabs
            value={tab}
            onChange={(_event, next: TabName) => {
              setTab(next);
              setDrawing(false);
            }}
            variant="fullWidth"
            aria-label="What to change"
            sx={{
              minHeight: 44,
              borderBottom: `1px solid ${PALETTE.rule}`,
              '& .MuiTab-root': { minWidth: 0, px: 1, minHeight: 44 },
            }}
          >
            {TABS.map((name) => (
              <Tab key={name} value={name} label={name} id={`tab-${name}`} aria-controls="tab-panel" />
            ))}
          </Tabs>
          <Box role="tabpanel" id="tab-panel" aria-labelledby={`tab-${tab}`} sx={{ pt: 1 }}>
            {tab === 'Lay out' && <LayOutPanel editor={editor} />}
            <Suspense fallback={null}>
              {tab === 'Room' && <RoomPanel editor={editor} drawing={drawing} onDraw={setDrawing} />}
              {tab === 'Fill' && <FillPanel editor={editor} student={student} classSize={students.length} />}
              {tab === 'Class' && <ClassPanel editor={editor} />}
            </Suspense>
          </Box>
        </Box>
      </Box>
    </>
  );
}

function FloorTitle({
  editor,
  id,
  student,
}: {
  readonly editor: FloorEditor;
  readonly id: string;
  readonly student: StudentFit;
}) {
  const { units } = useClub();
  const { plan, ruler, findings, laid } = editor;
  const materials = useMemo(() => materialsOf(laid.flatMap(({ marks }) => marks)), [laid]);
  const bring = bringWords(materials, units);
  const file = async (kind: FloorFileKind, type: string): Promise<void> => {
    const { FLOOR_FILES } = await import('@angled-chalk/core/formats');
    saveText(`${plan.name}.${kind}`, FLOOR_FILES[kind](plan, ruler), type);
  };
  return (
    <PageTitle
      sub={`Laid out for ${student.name}${bring === '' ? '' : `: ${bring}`}.`}
      actions={
        <>
          <EditBar editing={editor.keeping} />
          <MenuButton
            label="Files"
            items={[
              {
                label: 'Floor file (JSON)',
                hint: 'everything; opens here again as it is',
                run: () =>
                  saveText(
                    `${plan.name}.floor.json`,
                    `${JSON.stringify(toOpenKeys(floorFile(plan)), null, 2)}\n`,
                  ),
              },
              {
                label: 'Drawing in true scale (SVG)',
                hint: 'room and marks; opens here as loose marks',
                run: () => void file('svg', 'image/svg+xml'),
              },
              {
                label: 'Table of marks (CSV)',
                hint: 'opens here as loose marks',
                run: () => void file('csv', 'text/csv'),
              },
              {
                label: 'Drawing for other programs (DXF)',
                hint: 'layers for marks, lines, dimensions',
                run: () => void file('dxf', 'image/vnd.dxf'),
              },
            ]}
          />
          <Button variant="contained" component={Link} to={`/set-out/floor/${id}`}>
            Set it out
          </Button>
        </>
      }
    >
      {findings.length === 0
        ? `${plan.name}: everything fits`
        : `${plan.name}: ${findings.length} ${findings.length === 1 ? 'thing does' : 'things do'} not fit`}
    </PageTitle>
  );
}

/** The bare floor under everything: a press on it lets go of what is chosen. */
function Ground({ editor }: { readonly editor: FloorEditor }) {
  return (
    <rect x={-50} y={-50} width={300} height={300} fill="transparent" onClick={() => editor.choose(null)} />
  );
}

function FindingMarks({ editor, chosen }: { readonly editor: FloorEditor; readonly chosen: number | null }) {
  return (
    <g className="at-rest" pointerEvents="none">
      {editor.findings.map((found, i) => (
        <g key={`${found.code}-${found.placementId}-${found.otherId}-${found.subject}`}>
          <Line points={[found.from, found.to]} colour={PALETTE.notMet} widthM={0.03} />
          <FaultMark at={found.from} number={i + 1} chosen={chosen === i} />
        </g>
      ))}
    </g>
  );
}

/** Where a piece would pass, dotted, before it is moved there. */
function ProposedPlace({
  editor,
  proposal,
}: {
  readonly editor: FloorEditor;
  readonly proposal: Proposal | null;
}) {
  if (!proposal || proposal.move === NOWHERE) return null;
  const moved = editor.placements
    .filter(({ id }) => proposal.ids.includes(id))
    .map((placement) => movePlacement(placement, proposal.move));
  return (
    <g pointerEvents="none">
      {moved.map(({ id, lane, marks }) =>
        lane ? (
          <Line key={id} points={[...lane, lane[0]!]} colour={PALETTE.met} widthM={0.04} dash="0.06 0.08" />
        ) : (
          marks.map((mark) => (
            <Line key={mark.number} points={[mark.at, mark.at]} colour={PALETTE.met} widthM={0.2} />
          ))
        ),
      )}
    </g>
  );
}
