import { checkTrack, packCheck } from '@angled-chalk/core/check';
import { keptHeadline } from '@angled-chalk/core/report';
import {
  DEMO_CLUB_NAME,
  DEMO_DRILLS,
  DEMO_FLOORS,
  DEMO_PATTERNS,
  DEMO_PLANS,
  DEMO_STUDENTS,
  demoTaken,
  recordDemoDrill,
} from '@angled-chalk/core/sim';
import type { TallyWindow } from '@angled-chalk/core/tally';
import { packTrack } from '@angled-chalk/core/track';
import { documentsOf } from '../db/documents.ts';
import type { Database } from '../db/open.ts';
import { addCheck } from '../checks/store.ts';
import { addObservation } from '../observations/store.ts';
import { keptDrills } from '../plans/following.ts';
import { writeSettings } from '../settings/routes.ts';
import { addStudent, listStudents } from '../students/store.ts';
import { addTrack } from '../tracks/store.ts';

/** Where ids of what was taped and watched begin. */
const TAKEN_ID = 'c7d1f0a3-0001-4d2b-8b02-00000000000';

const asSeen = ({ seen, watched, ...window }: TallyWindow) => ({
  kind: 'window' as const,
  window: { ...window, seen: [...seen], ...(watched ? { watched: [...watched] } : {}) },
});

/** Fills an empty database with the invented club; leaves one that has students alone. */
export async function seedDemo(db: Database): Promise<boolean> {
  if ((await listStudents(db, true)).length > 0) return false;
  await db.transaction(async (transaction) => {
    const inside = transaction as unknown as Database;
    await writeSettings(inside, 1, { clubName: DEMO_CLUB_NAME, units: 'metric' });
    for (const { id, ...student } of DEMO_STUDENTS) {
      await addStudent(inside, id, {
        ...student,
        schoolId: student.schoolId,
        reactionS: null,
        standard: null,
      });
    }
    for (const { id, floor } of DEMO_FLOORS) await documentsOf(inside, 'floor').add(id, floor);
    for (const { id, pattern } of DEMO_PATTERNS) await documentsOf(inside, 'pattern').add(id, pattern);
    for (const { id, plan } of DEMO_PLANS) await keptDrills(inside).add(id, plan);
    for (const drill of DEMO_DRILLS) {
      const { planned, track, studentId, planId } = recordDemoDrill(drill);
      const packed = packTrack(track);
      await addTrack(inside, {
        id: drill.trackId,
        name: drill.name,
        source: 'simulated tracker',
        studentId,
        planId,
        samples: track.timeS.length,
        durationS: track.timeS.at(-1)! - track.timeS[0]!,
        packed,
      });
      if (drill.checkId === null) continue;
      const result = checkTrack(planned, track);
      const { report } = result;
      await addCheck(inside, {
        id: drill.checkId,
        studentId,
        trackId: drill.trackId,
        planId,
        drill: planned,
        verdict: report.verdict,
        headline: keptHeadline(report),
        engine: report.engine,
        report: packCheck(result),
      });
    }
    const { studentId, drill, stops, windows } = demoTaken();
    const seen = [{ kind: 'stops', drill, stops } as const, ...windows.map(asSeen)];
    for (const [i, one] of seen.entries())
      await addObservation(inside, {
        id: `${TAKEN_ID}${i + 1}`,
        studentId,
        planId: DEMO_PLANS[0]?.id ?? null,
        takenAt: new Date().toISOString(),
        seen: one,
      });
  });
  return true;
}
