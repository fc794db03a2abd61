import Box from '@mui/material/Box';
import { PLAN_RANGES } from '@angled-chalk/contract';
import type { Weave } from '@angled-chalk/core/pattern';
import { ChoiceField, LengthField, NumberField, SwitchField } from '../parts/fields.tsx';
import { Panel } from '../parts/Page.tsx';

const TWO = { display: 'grid', gap: 1.25, gridTemplateColumns: '1fr 1fr' } as const;

/** A plan whose first item is a weave, as its fields know it. */
interface LanePlan {
  readonly pattern: { readonly items: readonly { readonly weave: Weave }[] };
}

interface LaneFieldsProps {
  /** A floor says where the lane lies, and its numbers; a kept pattern lies nowhere. */
  readonly onFloor?: boolean;
  readonly isKept?: boolean;
}

/** The fields of a zigzag lane. */
export function LaneFields({ onFloor = false, isKept = false }: LaneFieldsProps) {
  return (
    <Panel title="Zigzag lane">
      <Box sx={TWO}>
        {onFloor ? (
          <Box sx={{ gridColumn: '1 / -1' }}>Its cones are those of the floor that it lies on.</Box>
        ) : (
          <>
            <NumberField<LanePlan>
              name="pattern.items.0.weave.cones"
              label="Cones"
              range={PLAN_RANGES.cones}
            />
            <LengthField<LanePlan>
              name="pattern.items.0.weave.spacingM"
              label="Spacing"
              range={PLAN_RANGES.spacingM}
            />
            <LengthField<LanePlan>
              name="pattern.items.0.weave.sideOffsetM"
              label="Pass at"
              range={PLAN_RANGES.sideOffsetM}
            />
            <ChoiceField<LanePlan>
              name="pattern.items.0.weave.startSide"
              label="First cone passed"
              choices={[
                ['left', 'on its left'],
                ['right', 'on its right'],
              ]}
            />
            <ChoiceField<LanePlan>
              name="pattern.items.0.weave.coneHeight"
              label="Cones are"
              choices={[
                ['flat', 'flat markers'],
                ['tall', 'tall cones'],
              ]}
            />
            {!isKept && (
              <NumberField<LanePlan>
                name="pattern.items.0.weave.laneHeadingDeg"
                label="Lane heading"
                unit="°"
                range={PLAN_RANGES.laneHeadingDeg}
                step={5}
              />
            )}
          </>
        )}
        <NumberField<LanePlan> name="pattern.items.0.weave.laps" label="Laps" range={PLAN_RANGES.laps} />
        <Box sx={{ gridColumn: '1 / -1' }}>
          <SwitchField<LanePlan>
            name="pattern.items.0.weave.wayBack"
            label="And the whole way back, facing the target"
          />
        </Box>
        {!onFloor && !isKept && (
          <>
            <LengthField<LanePlan>
              name="pattern.items.0.weave.firstCone.x"
              label="First cone x"
              range={PLAN_RANGES.coordinate}
            />
            <LengthField<LanePlan>
              name="pattern.items.0.weave.firstCone.y"
              label="First cone y"
              range={PLAN_RANGES.coordinate}
            />
          </>
        )}
      </Box>
    </Panel>
  );
}
