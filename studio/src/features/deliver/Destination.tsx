import { Box, TextField, Typography } from '@mui/material';
import type { DeliverTo } from '../../api/client';
import { OneOf } from '../../ui/controls/OneOf';

interface Props {
  to: DeliverTo;
  few: boolean;
  folder: string;
  /** The folder of the server that its owner has allowed. */
  allowed: string | null;
  onTo: (to: DeliverTo) => void;
  onFolder: (folder: string) => void;
}

/** Where finished files go. */
export function Destination({ to, few, folder, allowed, onTo, onFolder }: Props) {
  return (
    <Box sx={{ mb: 1.25 }}>
      <OneOf
        label="Where to"
        fullWidth
        value={to}
        options={[
          { value: 'downloads', title: 'Downloads', help: 'Each file into your downloads', disabled: !few },
          { value: 'archive', title: 'One archive', help: 'All files in one ZIP archive' },
          { value: 'folder', title: 'Folder on the server', help: `Directly into ${allowed ?? 'a folder'}`, disabled: allowed === null },
        ]}
        onChange={onTo}
      />
      {to === 'folder' && allowed !== null ? (
        <TextField fullWidth size="small" sx={{ mt: 1 }} label={`Subfolder of ${allowed} (optional)`} value={folder} slotProps={{ htmlInput: { maxLength: 100 } }} onChange={(event) => { onFolder(event.target.value); }} />
      ) : (
        allowed === null && (
          <Typography variant="caption" component="p" sx={{ m: 0, mt: 0.25 }}>
            To allow a folder on the server, set TOVRIN_DELIVER_TO.
          </Typography>
        )
      )}
    </Box>
  );
}
