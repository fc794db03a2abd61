import { placeStance, type FittedStance } from '@angled-chalk/core/body';
import { fromFacing, type Point } from '@angled-chalk/core/geometry';
import { formatDegrees, formatLength } from '@angled-chalk/core/measure';
import { useMemo } from 'react';
import { useUnits } from '../app/club.tsx';
import { PALETTE } from '../app/palette.ts';
import { useDrawing } from '../drawing/drawing.ts';
import { CloseView } from '../drawing/FloorView.tsx';
import { pathOf, toDrawing } from '../drawing/frame.ts';
import { Dimension, FootMark, Line } from '../drawing/marks.tsx';

const ORIGIN: Point = { x: 0, y: 0 };

/** The fitted stance from above, in true measure: separation, its width and length, toes, weight. */
export function StanceDrawing({
  stance,
  height,
  plain = false,
}: {
  readonly stance: FittedStance;
  readonly height?: string;
  /** Only the feet and the separation: for drawings side by side. */
  readonly plain?: boolean;
}) {
  const feet = useMemo(() => placeStance(stance, ORIGIN, 0), [stance]);
  const around = useMemo(() => {
    const half = Math.max(stance.separation.valueM * 0.62, 0.42);
    return [
      { x: -half * 1.35, y: -half },
      { x: half * 1.35, y: half },
    ];
  }, [stance]);
  const label = `Stance from above: ${stance.school.name}`;
  return (
    <CloseView around={around} marginM={0.12} still={plain} label={label} {...(height ? { height } : {})}>
      {!plain && <TargetLine />}
      <FootMark name="left" foot={feet.left} body={stance.body} standing="planned" />
      <FootMark name="right" foot={feet.right} body={stance.body} standing="planned" />
      {plain ? (
        <Separation stance={stance} left={feet.left.ball} right={feet.right.ball} />
      ) : (
        <StanceDimensions stance={stance} left={feet.left.ball} right={feet.right.ball} />
      )}
    </CloseView>
  );
}

/** The line to the target, straight ahead. */
function TargetLine() {
  const { frame, textM } = useDrawing();
  const top = frame.top - textM * 0.4;
  const at = toDrawing(frame, { x: 0, y: top - textM });
  return (
    <g>
      <Line
        points={[
          { x: 0, y: frame.top - frame.height },
          { x: 0, y: top },
        ]}
        colour={PALETTE.softInk}
        widthM={0.003}
        dash="0.03 0.02"
      />
      <text x={at.x + textM * 0.4} y={at.y} fontSize={textM} fill={PALETTE.ink} dominantBaseline="central">
        to the target
      </text>
    </g>
  );
}

function StanceDimensions({
  stance,
  left,
  right,
}: {
  readonly stance: FittedStance;
  readonly left: Point;
  readonly right: Point;
}) {
  const units = useUnits();
  const { frame, textM } = useDrawing();
  const { school, leadSide } = stance;
  const [lead, rear] = leadSide === 'left' ? [left, right] : [right, left];
  const corner = { x: lead.x, y: rear.y };
  const aside = textM * 2.2;
  const weightAt = {
    x: rear.x + (lead.x - rear.x) * school.weightOnLead,
    y: rear.y + (lead.y - rear.y) * school.weightOnLead,
  };
  const weight = toDrawing(frame, weightAt);
  const toes = (
    [
      [lead, school.leadToeOutDeg, leadSide === 'left'],
      [rear, school.rearToeOutDeg, leadSide !== 'left'],
    ] as const
  ).map(([ball, out, isLeft]) => ({ ball, out, turned: isLeft ? -out : out }));
  return (
    <g>
      <Line points={[lead, rear]} colour={PALETTE.planned} widthM={0.006} />
      <Dimension
        from={rear}
        to={lead}
        text={formatLength(stance.separation.valueM, units)}
        asideM={(leadSide === 'left' ? 1 : -1) * aside}
        colour={PALETTE.planned}
      />
      <Dimension
        from={corner}
        to={rear}
        text={`width ${formatLength(stance.widthM, units)}`}
        asideM={leadSide === 'left' ? aside * 1.6 : -aside * 1.6}
      />
      {stance.lengthM > 0.08 && (
        <Dimension
          from={corner}
          to={lead}
          text={`length ${formatLength(stance.lengthM, units)}`}
          asideM={leadSide === 'left' ? -aside * 1.4 : aside * 1.4}
        />
      )}
      {toes.map(({ ball, out, turned }) => {
        const tip = fromFacing(ball, turned, 0, textM * 4);
        const words = toDrawing(frame, tip);
        return (
          <g key={`${ball.x}`}>
            <path d={pathOf(frame, [ball, tip])} stroke={PALETTE.softInk} strokeWidth={textM * 0.05} />
            <text
              x={words.x}
              y={words.y - textM * 0.6}
              fontSize={textM}
              textAnchor="middle"
              fill={PALETTE.ink}
            >
              toe {formatDegrees(out)}
            </text>
          </g>
        );
      })}
      <path
        d={`M${weight.x - textM * 0.6} ${weight.y}h${textM * 1.2}M${weight.x} ${weight.y - textM * 0.6}v${textM * 1.2}`}
        stroke={PALETTE.ink}
        strokeWidth={textM * 0.14}
      />
      <StanceAngle stance={stance} rear={rear} />
      <text x={textM * 0.8} y={frame.height - textM} fontSize={textM} fill={PALETTE.ink}>
        + weight: {Math.round(100 * school.weightOnLead)} % on the lead foot · height{' '}
        {Math.round(100 * school.heightShare)} % of upright
      </text>
    </g>
  );
}

/** The angle between the line through the feet and the line to the target, at the rear ball. */
function StanceAngle({ stance, rear }: { readonly stance: FittedStance; readonly rear: Point }) {
  const { frame, textM } = useDrawing();
  const turn = (stance.leadSide === 'left' ? -1 : 1) * stance.stanceAngleDeg;
  const radiusM = Math.min(0.3 * stance.separation.valueM, textM * 6);
  const arc = Array.from({ length: 25 }, (_, i) => fromFacing(rear, (turn * i) / 24, 0, radiusM));
  const words = toDrawing(frame, fromFacing(rear, turn / 2, 0, radiusM + textM * 1.1));
  return (
    <g>
      <Line
        points={[rear, fromFacing(rear, 0, 0, radiusM * 1.25)]}
        colour={PALETTE.softInk}
        widthM={textM * 0.06}
      />
      <Line points={arc} colour={PALETTE.planned} widthM={textM * 0.08} />
      <text
        x={words.x}
        y={words.y}
        fontSize={textM}
        fontWeight={650}
        fill={PALETTE.planned}
        textAnchor="middle"
        dominantBaseline="central"
      >
        {formatDegrees(stance.stanceAngleDeg)}
      </text>
    </g>
  );
}

function Separation({
  stance,
  left,
  right,
}: {
  readonly stance: FittedStance;
  readonly left: Point;
  readonly right: Point;
}) {
  const units = useUnits();
  return (
    <Dimension
      from={left}
      to={right}
      text={formatLength(stance.separation.valueM, units)}
      colour={PALETTE.planned}
    />
  );
}
