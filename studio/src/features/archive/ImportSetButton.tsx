import { Button } from '@mui/material';
import { FilePicker } from '../../ui/controls/FilePicker';
import { sendingSets } from './sendHere';
import { ARCHIVES } from './setImports';

/** Lets the user choose the archive of a set. */
export function ImportSetButton() {
  return (
    <FilePicker label="Archive of a set" accept={ARCHIVES} onFiles={sendingSets.add}>
      {(ask) => <Button onClick={ask}>Import an exported set …</Button>}
    </FilePicker>
  );
}
