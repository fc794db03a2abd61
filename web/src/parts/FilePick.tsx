import Button from '@mui/material/Button';
import { useRef } from 'react';

/** A button that asks for a file; the same file can be chosen again. */
export function FilePick({
  label,
  name,
  accept,
  onFile,
}: {
  readonly label: string;
  /** What the file is, for a screen reader. */
  readonly name: string;
  readonly accept: string;
  readonly onFile: (file: File) => void;
}) {
  const picker = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button onClick={() => picker.current?.click()}>{label}</Button>
      <input
        ref={picker}
        hidden
        type="file"
        accept={accept}
        aria-label={name}
        onChange={(event) => {
          const file = event.target.files?.[0];
          if (file) onFile(file);
          event.target.value = '';
        }}
      />
    </>
  );
}
