import { Box, Typography } from '@mui/material';
import { useState, type ReactNode } from 'react';

/** The window, into which files can be dropped anywhere; `what` says what happens to them. */
export function DropFiles({ what, onFiles, children }: { what: string; onFiles: (files: File[]) => void; children: ReactNode }) {
  const [dropping, setDropping] = useState(false);
  return (
    <Box
      sx={{ height: '100%', display: 'flex', flexDirection: 'column', position: 'relative' }}
      onDragOver={(event) => {
        if (event.dataTransfer.types.includes('Files')) {
          event.preventDefault();
          setDropping(true);
        }
      }}
      onDragLeave={(event) => {
        if (event.currentTarget === event.target || !event.currentTarget.contains(event.relatedTarget as Node | null)) setDropping(false);
      }}
      onDrop={(event) => {
        event.preventDefault();
        setDropping(false);
        onFiles([...event.dataTransfer.files]);
      }}
    >
      {children}
      {dropping && (
        <Box sx={{ position: 'absolute', inset: 8, border: '2px dashed #f0f0f0', borderRadius: 1, bgcolor: 'rgb(40 40 40 / 78%)', display: 'grid', placeItems: 'center', pointerEvents: 'none', zIndex: 10 }}>
          <Typography>{what}</Typography>
        </Box>
      )}
    </Box>
  );
}
