import { USUAL_TAPE } from '@angled-chalk/core/setout';
import { withMarks } from '@angled-chalk/core/layout';
import type { SetOutJob } from '@angled-chalk/core/pattern';
import { useNavigate } from 'react-router';
import { newId, useAddFloor, useFloors, useWriteFloor } from '../api/queries.ts';
import { useNotice } from '../app/notice.tsx';
import { MenuButton } from '../parts/MenuButton.tsx';

interface KeepOnFloorProps {
  readonly job: SetOutJob;
  /** The floor that the pattern lies on, where it is one of the club. */
  readonly floorId: string | null;
  readonly forWhom: string;
}

/** The marks of a sequence become marks of a floor: they are moved, set out and walked there as any others. */
export function KeepOnFloor({ job, floorId, forWhom }: KeepOnFloorProps) {
  const floors = useFloors();
  const add = useAddFloor();
  const write = useWriteFloor();
  const notice = useNotice();
  const navigate = useNavigate();
  const own = floors.data?.find(({ id }) => id === floorId) ?? null;
  const about = { name: `${job.name}, ${forWhom}`, backward: false };
  const done = (kept: Promise<{ readonly id: string }>): void =>
    void kept.then(
      ({ id }) => void navigate(`/floors/${id}`),
      (error: unknown) =>
        notice({
          text: `The marks were not kept: ${error instanceof Error ? error.message : String(error)}`,
        }),
    );
  return (
    <MenuButton
      label="Keep on a floor"
      items={[
        ...(own
          ? [
              {
                label: own.floor.name,
                hint: 'The floor it lies on',
                run: () =>
                  done(
                    write.mutateAsync({
                      id: own.id,
                      version: own.version,
                      value: withMarks(own.floor, job.marks, about, newId),
                    }),
                  ),
              },
            ]
          : []),
        {
          label: 'A floor of its own',
          hint: 'With the room of the pattern',
          run: () =>
            done(
              add.mutateAsync({
                id: newId(),
                value: withMarks(
                  { name: job.name, floor: job.floor, pieces: [], tape: USUAL_TAPE },
                  job.marks,
                  about,
                  newId,
                ),
              }),
            ),
        },
      ]}
    />
  );
}
