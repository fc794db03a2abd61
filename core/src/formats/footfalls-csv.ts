import { csvOf } from '../measure/index.ts';
import type { Footwork } from '../pattern/index.ts';

/** What each foot does as CSV, a row an event: metres to 0.1 mm, seconds to the millisecond, degrees to a tenth. */
export function footfallsCsv(footwork: Footwork): string {
  const rows = footwork.moves.flatMap((move) =>
    move.events.map((footfall) => ({
      number: footfall.number,
      move: move.number,
      foot: footfall.foot,
      how: footfall.how,
      from_x_m: footfall.from.x.toFixed(4),
      from_y_m: footfall.from.y.toFixed(4),
      to_x_m: footfall.to.x.toFixed(4),
      to_y_m: footfall.to.y.toFixed(4),
      about_x_m: footfall.about?.x.toFixed(4) ?? '',
      about_y_m: footfall.about?.y.toFixed(4) ?? '',
      lift_s: footfall.liftS.toFixed(3),
      land_s: footfall.landS.toFixed(3),
      heading_before_deg: footfall.headingBeforeDeg?.toFixed(1) ?? '',
      heading_after_deg: footfall.headingAfterDeg?.toFixed(1) ?? '',
    })),
  );
  return csvOf(rows);
}
