import Button from '@mui/material/Button';
import ListItemText from '@mui/material/ListItemText';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { ChevronDown } from 'lucide-react';
import { useId, useState } from 'react';

export interface MenuEntry {
  readonly label: string;
  readonly hint?: string;
  readonly run: () => void;
  readonly disabled?: boolean;
}

/** A button that opens a short list of things to do. */
export function MenuButton({
  label,
  items,
  contained = false,
}: {
  readonly label: string;
  readonly items: readonly MenuEntry[];
  readonly contained?: boolean;
}) {
  const id = useId();
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  return (
    <>
      <Button
        id={`${id}-button`}
        aria-haspopup="menu"
        aria-expanded={anchor !== null}
        aria-controls={anchor ? `${id}-menu` : undefined}
        variant={contained ? 'contained' : 'outlined'}
        endIcon={<ChevronDown size={16} />}
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        {label}
      </Button>
      <Menu
        id={`${id}-menu`}
        anchorEl={anchor}
        open={anchor !== null}
        onClose={() => setAnchor(null)}
        slotProps={{
          list: { 'aria-labelledby': `${id}-button`, dense: true },
          paper: { sx: { maxHeight: 520 } },
        }}
      >
        {items.map(({ label: text, hint, run, disabled }) => (
          <MenuItem
            key={text}
            disabled={disabled ?? false}
            onClick={() => {
              setAnchor(null);
              run();
            }}
          >
            <ListItemText primary={text} secondary={hint} />
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}
