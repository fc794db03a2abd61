import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { clearRadiusM, type Fixture, type Floor } from '@angled-chalk/core/floor';
import { boundsOf, midpoint } from '@angled-chalk/core/geometry';
import { formatLength } from '@angled-chalk/core/measure';
import { useUnits } from '../app/club.tsx';
import { LengthBox, NumberBox } from '../parts/boxes.tsx';
import { Words } from './PiecePanel.tsx';

/** A fixture to start from: sizes to measure, own choice. */
export function newFixture(kind: Fixture['kind'], id: string, floor: Floor): Fixture {
  const { least, most } = boundsOf(floor.outline);
  const at = midpoint(least, most);
  const [a, b] = floor.outline as [Fixture['at'], Fixture['at']];
  switch (kind) {
    case 'post':
      return { id, name: 'a post', at, kind, radiusM: 0.12 };
    case 'bench':
      return { id, name: 'a bench', at, kind, widthM: 1.8, depthM: 0.4, headingDeg: 0 };
    case 'hanging-bag':
      return { id, name: 'a bag', at, kind, radiusM: 0.18, hangM: 1.1, swingDeg: 25 };
    case 'door':
      return {
        id,
        name: 'a door',
        at: share(a, b, 0.4),
        to: share(a, b, 0.4 + 0.9 / Math.hypot(b.x - a.x, b.y - a.y)),
        kind,
        freeM: 1.2,
      };
  }
}

const share = (a: Fixture['at'], b: Fixture['at'], part: number): Fixture['at'] => ({
  x: Math.round((a.x + (b.x - a.x) * part) * 100) / 100,
  y: Math.round((a.y + (b.y - a.y) * part) * 100) / 100,
});

/** One fixture with its numbers; null takes it away. */
export function FixtureFields({
  fixture,
  onFixture,
}: {
  readonly fixture: Fixture;
  readonly onFixture: (fixture: Fixture | null) => void;
}) {
  const units = useUnits();
  const length = (label: string, metres: number, set: (metres: number) => Fixture) => (
    <LengthBox
      key={label}
      label={label}
      metres={metres}
      onMetres={(next) => next !== undefined && onFixture(set(next))}
    />
  );
  const { at } = fixture;
  return (
    <Box sx={{ display: 'grid', gap: 1, gridTemplateColumns: '1fr 1fr' }}>
      <Words
        label={WHAT[fixture.kind]}
        value={fixture.name}
        onValue={(name) => onFixture({ ...fixture, name })}
      />
      <Button
        size="small"
        color="error"
        onClick={() => onFixture(null)}
        aria-label={`Take ${fixture.name} away`}
      >
        Take away
      </Button>
      {length('x', at.x, (x) => ({ ...fixture, at: { ...at, x } }))}
      {length('y', at.y, (y) => ({ ...fixture, at: { ...at, y } }))}
      {fixture.kind === 'post' && length('Radius', fixture.radiusM, (radiusM) => ({ ...fixture, radiusM }))}
      {fixture.kind === 'bench' && (
        <>
          {length('Width', fixture.widthM, (widthM) => ({ ...fixture, widthM }))}
          {length('Depth', fixture.depthM, (depthM) => ({ ...fixture, depthM }))}
          <NumberBox
            label="Heading"
            unit="°"
            value={fixture.headingDeg}
            step={5}
            onNumber={(headingDeg) => headingDeg !== undefined && onFixture({ ...fixture, headingDeg })}
          />
        </>
      )}
      {fixture.kind === 'hanging-bag' && (
        <>
          {length('Radius', fixture.radiusM, (radiusM) => ({ ...fixture, radiusM }))}
          {length('Hook to middle', fixture.hangM, (hangM) => ({ ...fixture, hangM }))}
          <NumberBox
            label="Swings to"
            unit="°"
            value={fixture.swingDeg}
            step={5}
            help={`keep ${formatLength(clearRadiusM(fixture), units)} free round it`}
            onNumber={(swingDeg) => swingDeg !== undefined && onFixture({ ...fixture, swingDeg })}
          />
        </>
      )}
      {fixture.kind === 'door' && (
        <>
          {length('Other jamb x', fixture.to.x, (x) => ({ ...fixture, to: { ...fixture.to, x } }))}
          {length('Other jamb y', fixture.to.y, (y) => ({ ...fixture, to: { ...fixture.to, y } }))}
          {length('Free before it', fixture.freeM, (freeM) => ({ ...fixture, freeM }))}
        </>
      )}
    </Box>
  );
}

const WHAT: Readonly<Record<Fixture['kind'], string>> = {
  post: 'Post',
  bench: 'Bench',
  'hanging-bag': 'Hanging bag',
  door: 'Door',
};
