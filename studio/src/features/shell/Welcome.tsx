import { Box, Typography } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { api } from '../../api/client';
import { FirstPhotos } from '../set/FirstPhotos';
import { importing, sourcesOf } from '../set/importingHere';
import { SetImportLine } from '../archive/SetImportLine';
import { takeArchives } from '../archive/sendHere';
import { ImportSetButton } from '../archive/ImportSetButton';
import { DropFiles } from './DropFiles';
import { MessageLine } from './MessageLine';

/** Tovrin without any photos: the first ones make a set by themselves. */
export function Welcome({ onOpen, onFailure }: { onOpen: (setId: number) => void; onFailure: (reason: unknown) => void }) {
  const queries = useQueryClient();
  const begin = async (name: string) => {
    const set = await api.createSet(name);
    await queries.invalidateQueries({ queryKey: ['sets'] });
    onOpen(set.id);
    return set.id;
  };
  const add = (dropped: File[]) => {
    const files = takeArchives(dropped);
    if (files.length === 0) return;
    const today = new Intl.DateTimeFormat('en-GB', { dateStyle: 'long' }).format(new Date());
    begin(`Photos of ${today}`).then((id) => importing.add(id, sourcesOf(files)), onFailure);
  };
  return (
    <DropFiles what="Drop to import these photos" onFiles={add}>
      <Box component="main" sx={{ flex: 1, minHeight: 0, display: 'flex', flexDirection: 'column', justifyContent: 'center' }}>
        <Typography variant="h5" component="h1" sx={{ textAlign: 'center', fontWeight: 600 }}>
          Tovrin
        </Typography>
        <Typography sx={{ textAlign: 'center' }}>Change chosen colours in photographs, or take a colour cast out, without painting a mask.</Typography>
        <FirstPhotos title="Drop your photos here" words="Photos from one shoot make a set, so that work on one can be carried over to the others." onFiles={add} into={begin} onFailure={onFailure} />
        <Box sx={{ textAlign: 'center' }}>
          <ImportSetButton />
        </Box>
      </Box>
      <Box sx={{ display: 'flex' }}>
        <SetImportLine />
        <MessageLine />
      </Box>
    </DropFiles>
  );
}
