import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useDropzone } from 'react-dropzone';
import { PALETTE } from '../app/palette.ts';

/** A place to drop one file, with a button for who cannot drop. */
export function DropBox({
  name,
  words,
  button,
  hint,
  disabled = false,
  onFile,
}: {
  /** What the file is, for a screen reader. */
  readonly name: string;
  readonly words: string;
  readonly button: string;
  readonly hint: string;
  readonly disabled?: boolean;
  readonly onFile: (file: File) => void;
}) {
  const { getRootProps, getInputProps, open, isDragActive } = useDropzone({
    multiple: false,
    noClick: true,
    noKeyboard: true,
    onDrop: ([file]) => file && onFile(file),
  });
  return (
    <Box
      {...getRootProps()}
      sx={{
        border: `2px dashed ${isDragActive ? PALETTE.action : PALETTE.rule}`,
        p: 2,
        textAlign: 'center',
        bgcolor: isDragActive ? PALETTE.actionFill : 'transparent',
      }}
    >
      <input {...getInputProps()} aria-label={name} />
      <Box sx={{ mb: 1 }}>{words}</Box>
      <Button variant="contained" onClick={open} disabled={disabled}>
        {button}
      </Button>
      <Box sx={{ mt: 1, color: 'text.secondary', fontSize: '0.84rem' }}>{hint}</Box>
    </Box>
  );
}
