import { planFile, toOpenKeys } from '@angled-chalk/contract';
import type { PlannedDrill } from '@angled-chalk/core/pattern';
import type { Paper } from '@angled-chalk/core/print';
import { useNavigate } from 'react-router';
import { useUnits } from '../app/club.tsx';
import { saveBytes, saveText } from '../parts/download.ts';
import { MenuButton } from '../parts/MenuButton.tsx';
import type { Printing } from '../parts/usePrinting.tsx';

interface GiveOutProps {
  readonly id: string;
  /** The drill as it is then. */
  readonly drillNow: () => PlannedDrill;
  readonly print: Printing['print'];
}

/** What leaves the bench: a card on paper, a page for a phone, light on the floor, and the plan as a file. */
export function GiveOut({ id, drillNow, print }: GiveOutProps) {
  const units = useUnits();
  const navigate = useNavigate();
  const card = (paper: Paper): void => {
    const drill = drillNow();
    const { plan, student } = drill;
    print(`${plan.name} ${student.name}`, async () => {
      const { patternCard } = await import('@angled-chalk/core/print');
      saveBytes(`${plan.name} card ${paper}.pdf`, await patternCard(drill, units, paper), 'application/pdf');
    });
  };
  const page = async (): Promise<void> => {
    const { takeHomePage } = await import('@angled-chalk/core/print');
    const drill = drillNow();
    saveText(`${drill.plan.name}.html`, takeHomePage(drill, units), 'text/html');
  };
  return (
    <MenuButton
      label="Give it out"
      items={[
        { label: 'Card on A4', hint: 'Feet, steps, counts, what to look for', run: () => card('A4') },
        { label: 'Card on Letter', run: () => card('Letter') },
        { label: 'Page to take home', hint: 'Plays on any phone, without a network', run: () => void page() },
        { label: 'Light on the floor', hint: 'For a projector', run: () => void navigate(`/light/${id}`) },
        {
          label: 'Plan file',
          run: () => {
            const { plan } = drillNow();
            saveText(`${plan.name}.plan.json`, `${JSON.stringify(toOpenKeys(planFile(plan)), null, 2)}\n`);
          },
        },
      ]}
    />
  );
}
