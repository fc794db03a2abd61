import { linearRegression, sampleCorrelation } from 'simple-statistics';
import { headingDeg, turnAbout, type Point } from '../geometry/index.ts';
import { chanceFrom, the } from '../measure/index.ts';
import { hitsOf, reachAt, furthest } from '../pair/index.ts';
import { SHORT, TALL, twoOf } from '../../test/two.ts';
import { twoTracks, type Way } from '../../test/two-tracks.ts';
import type { Track } from '../track/index.ts';
import {
  bandPassed,
  correlationAt,
  peakBetween,
  readRound,
  responseOf,
  roundWords,
  seriesOf,
  SERIES_EVERY_S,
  type Against,
  type Round,
} from './index.ts';

const two = twoOf(TALL, SHORT);
const BAND = { nearM: 1.1, farM: 1.4 };

/** Partner up the floor, facing down; the student below, facing up: places along the line between. */
const partnerAt =
  (y: (t: number) => number): Way =>
  (t) => ({ at: { x: 2, y: y(t) }, facingDeg: 180 });
const meAt =
  (y: (t: number) => number): Way =>
  (t) => ({ at: { x: 2, y: y(t) }, facingDeg: 0 });

const read = (track: Track): Round =>
  readRound({ track, mine: two.mine, theirs: two.theirs, radiusM: 0, band: BAND, tempoPerMin: 60 });
const against = (track: Track): Against => the(read(track).against);
const record = (me: Way, them: Way, lastsS: number, more = {}): Track =>
  twoTracks({ stance: two.mine.stance, way: me }, { stance: two.theirs.stance, way: them }, lastsS, more);

/** Something that never comes again the same: three swings that have no common time. */
const wander = (t: number): number =>
  0.25 * Math.sin(2 * Math.PI * 0.23 * t) +
  0.15 * Math.sin(2 * Math.PI * 0.37 * t + 1) +
  0.1 * Math.sin(2 * Math.PI * 0.151 * t + 2);

describe('the series', () => {
  test('is the gap of the middles, and both face each other', () => {
    const series = the(
      seriesOf(
        record(
          meAt(() => 1),
          partnerAt((t) => 2.3 + 0.01 * t),
          10,
        ),
        {
          radiusM: 0,
          mine: two.mine.stance,
          theirs: two.theirs.stance,
        },
      ),
    );
    expect(series.gapM[0]).toBeCloseTo(1.3, 9);
    expect(series.gapM[100]).toBeCloseTo(1.35, 9);
    expect(the(series.faces[50])).toBeCloseTo(0, 6);
    expect(Math.abs(the(series.theyFace[50]))).toBeCloseTo(180, 6);
  });

  test('what was not seen for longer than a moment is not made up', () => {
    const track = record(
      meAt(() => 1),
      partnerAt(() => 2.3),
      10,
    );
    track.left.x.fill(NaN, 100, 150);
    track.left.x.fill(NaN, 300, 305);
    const { gapM } = the(seriesOf(track, { radiusM: 0, mine: null, theirs: null }));
    expect(gapM[50]).toBeNaN();
    expect(gapM[121]).toBeCloseTo(1.3, 9);
  });

  test('without a target there is no series, and the feet are still read', () => {
    const track = {
      ...record(
        meAt(() => 1),
        partnerAt(() => 2.3),
        10,
      ),
      targetLeft: null,
      targetRight: null,
    };
    const round = read(track);
    expect(round.against).toBeNull();
    expect(the(round.feet.apartM)).toBeCloseTo(two.mine.stance.separation.valueM, 2);
  });
});

describe('the band', () => {
  // Out to 1.6 m from the 10th to the 14th second, in to 1.0 m from the 20th to the 22nd.
  const gap = (t: number): number => (t >= 10 && t < 14 ? 1.9 : t >= 20 && t < 22 ? 1 : 1.25);
  const { inBand } = against(
    record(
      meAt((t) => 2.25 - gap(t)),
      partnerAt(() => 2.25),
      30,
    ),
  );

  test('counts what is outside, by side, with how far at worst', () => {
    expect(inBand.excursions.map(({ side }) => side)).toEqual(['far', 'near']);
    expect(the(inBand.excursions[0]).worstM).toBeCloseTo(0.5, 6);
    expect(the(inBand.excursions[0]).sure).toBe('met');
    expect(the(inBand.excursions[1]).worstM).toBeCloseTo(0.1, 6);
    expect(inBand.shareInBand).toBeCloseTo(24 / 30, 1);
    expect([inBand.exits, inBand.fullExits, inBand.entries]).toEqual([1, 1, 1]);
  });

  test('a middle that is out with one foot still within is half an exit; who is left standing made none', () => {
    const half = against(
      record(
        meAt((t) => (t > 5 && t < 9 ? 0.8 : 1)),
        partnerAt(() => 2.25),
        15,
      ),
    );
    expect([half.inBand.fullExits, half.inBand.halfExits]).toEqual([0, 1]);
    const left = against(
      record(
        meAt(() => 1),
        partnerAt((t) => (t > 5 && t < 9 ? 2.45 : 2.25)),
        15,
      ),
    );
    expect(left.inBand.excursions.map(({ exit }) => exit)).toEqual([null]);
  });

  // The identity of the error scores (Schmidt and Lee): E^2 = CE^2 + VE^2.
  test('its errors add up', () => {
    const { ce, ve, e } = the(inBand.error);
    expect(e * e).toBeCloseTo(ce * ce + ve * ve, 12);
  });

  test('what the partner does is told by how they go about the student', () => {
    const round: Way = (t) => {
      const at = turnAbout({ x: 2, y: 3.2 }, { x: 2, y: 2 }, 30 * Math.sin(0.4 * t));
      return { at, facingDeg: headingDeg(at, { x: 2, y: 2 }) };
    };
    const circled = against(
      record(
        meAt(() => 2),
        round,
        40,
      ),
    ).inBand.whileDoing;
    const doings = circled.map(({ doing }) => doing);
    expect(doings).toContain('circles left');
    expect(doings).toContain('circles right');
    expect(doings).not.toContain('comes on');
    expect(circled.every(({ shareInBand }) => shareInBand === 1)).toBe(true);
  });

  test('the words say where it is held and where it is not', () => {
    // They go back and come on; whoever they come at does not go away.
    const me = meAt((t) => 1 + Math.max(0, wander(t) * 2));
    const words = roundWords(
      read(
        record(
          me,
          partnerAt((t) => 2.25 + 2 * wander(t)),
          60,
        ),
      ),
      'metric',
    ).join(' ');
    expect(words).toMatch(/too far in|too far away/);
    expect(words).toContain('The gap is known to');
  });
});

describe('who could have hit whom', () => {
  test('is what the reach of the two says of the gap, straight on', () => {
    const mineM = the(furthest(hitsOf(two))).contact.gapM;
    const track = record(
      meAt(() => 1),
      partnerAt((t) => 1 + 0.8 + 0.05 * t),
      20,
    );
    const { ribbon } = against(track);
    const last = the(
      the(ribbon)
        .parts.filter(({ could }) => could === 'mine' || could === 'both')
        .at(-1),
    );
    // It opens by 5 cm a second from 0.8 m.
    expect(0.8 + 0.05 * last.toS).toBeCloseTo(mineM, 1);
    expect(reachAt(the(furthest(hitsOf(two))), two.mine, 0.8).steps[0]).toBe('met');
  });

  test('exchanging the two exchanges it', () => {
    const [me, them] = [meAt((t) => 1 + 0.3 * wander(t)), partnerAt((t) => 2.3 + wander(t))];
    const own = the(against(record(me, them, 40)).ribbon).share;
    const swapped = twoTracks(
      { stance: two.theirs.stance, way: them },
      { stance: two.mine.stance, way: me },
      40,
    );
    const other = the(
      the(
        readRound({
          track: swapped,
          mine: two.theirs,
          theirs: two.mine,
          radiusM: 0,
          band: BAND,
          tempoPerMin: null,
        }).against,
      ).ribbon,
    ).share;
    expect(other).toEqual({ ...own, mine: own.theirs, theirs: own.mine });
  });

  test('turning and moving the floor changes nothing', () => {
    const turned =
      (way: Way): Way =>
      (t) => {
        const { at, facingDeg } = way(t);
        const to: Point = turnAbout(at, { x: 0, y: 0 }, 40);
        return { at: { x: to.x + 3, y: to.y - 1 }, facingDeg: facingDeg + 40 };
      };
    const [me, them] = [meAt((t) => 1 + 0.3 * wander(t)), partnerAt((t) => 2.3 + wander(t))];
    const [own, other] = [against(record(me, them, 40)), against(record(turned(me), turned(them), 40))];
    expect(the(other.ribbon).share.mine).toBeCloseTo(the(own.ribbon).share.mine, 2);
    expect(other.inBand.shareInBand).toBeCloseTo(own.inBand.shareInBand, 2);
    expect(the(other.angles).meanOffDeg).toBeCloseTo(the(own.angles).meanOffDeg, 6);
  });

  test('a strike from beyond its reach is told', () => {
    const strikes = [
      { timeS: 2, name: 'jab' },
      { timeS: 18, name: 'jab' },
    ];
    const { thrown } = against(
      record(
        meAt(() => 1),
        partnerAt((t) => 1.4 + 0.1 * t),
        20,
        { strikes },
      ),
    );
    expect(the(thrown).map(({ inReach }) => inReach)).toEqual(['met', 'not-met']);
  });

  test('who stands aside of their facing is so many degrees off it, and outside their lead foot', () => {
    const aside: Way = () => ({ at: turnAbout({ x: 2, y: 1 }, { x: 2, y: 2.2 }, 30), facingDeg: 0 });
    const { angles } = against(
      record(
        aside,
        partnerAt(() => 2.2),
        10,
      ),
    );
    expect(the(angles).meanOffDeg).toBeCloseTo(30, 6);
    expect(the(angles).shareOutside + the(angles).shareInLane).toBeLessThanOrEqual(2);
    expect([0, 1]).toContain(the(angles).shareOutside);
  });
});

describe('delay and gain', () => {
  test('the correlation at a lag is that of simple-statistics', () => {
    const chance = chanceFrom(5);
    const [a, b] = [0, 1].map(() => Float64Array.from({ length: 200 }, () => chance.normal()));
    for (const lag of [-17, -1, 0, 4, 40]) {
      const [from, to] = [Math.max(0, lag), Math.min(200, 200 + lag)];
      const own = Array.from({ length: to - from }, (_, i) => the(the(a)[from + i - lag]));
      const other = Array.from(the(b).subarray(from, to));
      expect(correlationAt(the(a), the(b), lag)).toBeCloseTo(sampleCorrelation(own, other), 10);
    }
  });

  // Butterworth, second order, there and back: |H|^2 = 1 / (1 + (f / fc)^4) once, its square for both ways; bilinear.
  test.each([
    [0.03, 0],
    [0.3, 1],
    [1, 0.5],
    [3, 0],
  ])('a swing at %f Hz passes by a share of %f', (hz, share) => {
    const values = Float64Array.from({ length: 8000 }, (_, i) =>
      Math.sin(2 * Math.PI * hz * i * SERIES_EVERY_S),
    );
    const passed = bandPassed(values, SERIES_EVERY_S).subarray(2000, 6000);
    expect(Math.max(...passed)).toBeCloseTo(share, 1);
  });

  test('a peak between samples is found', () => {
    const wave = (shift: number) =>
      Float64Array.from(
        { length: 800 },
        (_, i) => Math.sin(0.11 * (i - shift)) + Math.sin(0.047 * (i - shift)),
      );
    expect(peakBetween(wave(0), wave(6.3), -20, 20).lag).toBeCloseTo(6.3, 1);
  });

  test.each([
    [0.35, 0.8],
    [0.8, 1],
    [0.2, 0.5],
  ])('who follows %f s later, %f of the way, is told so within what it may be off by', (lagS, gain) => {
    const track = record(
      meAt((t) => 1 + gain * wander(t - lagS)),
      partnerAt((t) => 2.25 + wander(t)),
      90,
      {
        noiseM: 0.005,
      },
    );
    const { response } = against(track);
    if (typeof response === 'string') throw new Error(response);
    expect(Math.abs(response.lagS - lagS)).toBeLessThan(Math.max(response.lagUS, 0.05));
    expect(Math.abs(response.gain - gain)).toBeLessThan(Math.max(response.gainU, 0.05));
  });

  test('without a beat it is told by their beginnings and the feet that leave the floor after them', () => {
    const chance = chanceFrom(11);
    let at = 2;
    const begins = Array.from({ length: 26 }, (_, i) => {
      at += 1.6 + 1.2 * chance.uniform();
      return { atS: at, by: i % 2 === 0 ? 0.22 : -0.22 };
    });
    const gone = (t: number): number =>
      begins.reduce((sum, { atS, by }) => {
        const share = Math.min(1, Math.max(0, (t - atS) / 0.35));
        return sum + by * share * share * (3 - 2 * share);
      }, 0);
    const track = record(
      meAt((t) => 1 + gone(t - 0.4)),
      partnerAt((t) => 2.25 + gone(t)),
      at + 3,
      { noiseM: 0.002 },
    );
    const round = readRound({
      track,
      mine: two.mine,
      theirs: two.theirs,
      radiusM: 0,
      band: BAND,
      tempoPerMin: null,
    });
    const { response } = the(round.against);
    if (typeof response === 'string') throw new Error(response);
    expect(response.steppingS).toBeNull();
    expect(Math.abs(the(response.reactsS) - 0.4)).toBeLessThan(0.1);
    expect(roundWords(round, 'metric').join(' ')).toContain('after they begin');
  });

  test('who follows nobody is not said to', () => {
    const track = record(
      meAt((t) => 1 + wander(3 * t + 50) / 2),
      partnerAt((t) => 2.25 + wander(t)),
      90,
    );
    expect(against(track).response).toBe('nothing follows');
    expect(
      against(
        record(
          meAt(() => 1),
          partnerAt(() => 2.25),
          60,
        ),
      ).response,
    ).toBe('they hardly move');
    expect(
      against(
        record(
          meAt(() => 1),
          partnerAt((t) => 2.25 + wander(t)),
          20,
        ),
      ).response,
    ).toBe('too short');
  });

  test('a bag that swings is anticipated, and no fault', () => {
    const swing = (t: number): number => 0.3 * Math.cos((2 * Math.PI * t) / 2.7);
    const track = record(
      meAt((t) => 1 + swing(t + 0.05)),
      partnerAt((t) => 2.25 + swing(t)),
      60,
    );
    const round = read(track);
    const { response } = the(round.against);
    if (typeof response === 'string') throw new Error(response);
    expect(the(response.periodS)).toBeCloseTo(2.7, 1);
    expect(response.lagS).toBeLessThan(0.02);
    expect(roundWords(round, 'metric').join(' ')).toContain('anticipated');
  });

  test('the half second that nobody saw does not break it', () => {
    const track = record(
      meAt((t) => 1 + wander(t - 0.4)),
      partnerAt((t) => 2.25 + wander(t)),
      90,
    );
    track.left.x.fill(NaN, 1000, 1030);
    const response = responseOf(the(seriesOf(track, { radiusM: 0, mine: null, theirs: null })), {
      liftsS: [],
      steppingS: 0.5,
    });
    if (typeof response === 'string') throw new Error(response);
    expect(response.lagS).toBeCloseTo(0.4, 1);
    expect(response.reactsS).toBeCloseTo(response.lagS - 0.5, 12);
  });
});

describe('drift', () => {
  test('is the slope of a straight line through the means (simple-statistics), over the round', () => {
    const track = record(
      meAt(() => 1),
      partnerAt((t) => 2.4 - 0.005 * t + 0.2 * wander(t)),
      60,
    );
    const { drift, series } = against(track);
    const size = 5 / SERIES_EVERY_S;
    const points = Array.from({ length: Math.floor(series.gapM.length / size) }, (_, i): [number, number] => {
      const own = series.gapM.subarray(i * size, (i + 1) * size);
      return [5 * (i + 0.5), own.reduce((a, b) => a + b, 0) / size];
    });
    expect(the(drift).gapM).toBeCloseTo(linearRegression(points).m * series.gapM.length * SERIES_EVERY_S, 6);
    expect(the(drift).gapM).toBeCloseTo(-0.3, 1);
    expect(the(drift).little).toBe('not-met');
  });

  test('a gap that only sways has none', () => {
    const { drift } = against(
      record(
        meAt(() => 1),
        partnerAt((t) => 2.25 + 0.3 * wander(t)),
        120,
      ),
    );
    expect(the(drift).little).not.toBe('not-met');
  });
});
