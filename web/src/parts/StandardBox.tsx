import { SelectBox } from './SelectBox.tsx';

const NONE = 'none';
const SHARES = [0.75, 0.85, 0.95, 1] as const;
const percent = (share: number): string => `${Math.round(100 * share)} %`;

/** The share of clean moves that is asked for, null where nothing of its own is asked. */
export function StandardBox({
  share,
  otherwise,
  onShare,
}: {
  readonly share: number | null;
  /** Who asks where nothing of its own is asked. */
  readonly otherwise: string;
  readonly onShare: (share: number | null) => void;
}) {
  const shares = share === null || SHARES.some((one) => one === share) ? SHARES : [...SHARES, share];
  return (
    <SelectBox
      label="Clean moves asked for"
      value={share === null ? NONE : `${share}`}
      choices={[
        [NONE, otherwise],
        ...shares.toSorted((a, b) => a - b).map((one) => [`${one}`, percent(one)] as const),
      ]}
      onChoice={(choice) => onShare(choice === NONE ? null : Number(choice))}
    />
  );
}
