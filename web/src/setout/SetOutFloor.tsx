import { formatTape } from '@angled-chalk/core/measure';
import type { SetOutJob } from '@angled-chalk/core/pattern';
import type { SetOutRow } from '@angled-chalk/core/setout';
import { useUnits } from '../app/club.tsx';
import { PALETTE } from '../app/palette.ts';
import { FloorView, type Focus } from '../drawing/FloorView.tsx';
import { LaidMark } from '../drawing/LaidMark.tsx';
import { Dimension, Line } from '../drawing/marks.tsx';
import { PlaceNow } from './PlaceNow.tsx';

/** Where the marks go, with the tapes of one of them. */
export function SetOutFloor({
  job,
  row,
  height,
  focus = null,
}: {
  readonly job: SetOutJob;
  readonly row: SetOutRow | undefined;
  readonly height?: string;
  readonly focus?: Focus | null;
}) {
  return (
    <FloorView
      floor={job.floor}
      focus={focus}
      label={`Where the marks of ${job.name} go`}
      {...(height ? { height } : {})}
    >
      {job.marks.map((mark) => (
        <LaidMark key={mark.number} mark={mark} />
      ))}
      {row && <Tapes row={row} />}
    </FloorView>
  );
}

/** The two tapes of one mark, or its way along and off the wall, and the reading that must then agree. */
function Tapes({ row }: { readonly row: SetOutRow }) {
  const units = useUnits();
  const { how, point, check } = row;
  const check0 = check && (
    <Line points={[check.from.at, point.at]} colour={PALETTE.softInk} dash="0.08 0.06" />
  );
  if (how.kind === 'two-tapes')
    return (
      <>
        {how.from.map(({ id, at }, i) => (
          <Dimension
            key={id}
            from={at}
            to={point.at}
            text={formatTape(how.distancesM[i]!, units)}
            colour={PALETTE.planned}
          />
        ))}
        {check0}
        <PlaceNow at={point.at} />
      </>
    );
  const share = how.alongM / Math.hypot(how.towards.x - how.from.at.x, how.towards.y - how.from.at.y);
  const foot = {
    x: how.from.at.x + (how.towards.x - how.from.at.x) * share,
    y: how.from.at.y + (how.towards.y - how.from.at.y) * share,
  };
  return (
    <>
      <Dimension from={how.from.at} to={foot} text={formatTape(how.alongM, units)} colour={PALETTE.planned} />
      <Dimension from={foot} to={point.at} text={formatTape(how.offsetM, units)} colour={PALETTE.planned} />
      {check0}
      <PlaceNow at={point.at} />
    </>
  );
}
