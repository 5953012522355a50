import { CircularProgress } from '@mui/material';
import { FirstPhotos } from './FirstPhotos';

interface Props {
  set: { id: number };
  /** Photos are on their way already. */
  arriving: boolean;
  onFiles: (files: File[]) => void;
  onFailure: (reason: unknown) => void;
}

/** What there is to do in a set without photos. */
export function EmptySet({ set, arriving, onFiles, onFailure }: Props) {
  if (arriving) return <CircularProgress size={28} aria-label="Importing the first photo" sx={{ m: 'auto' }} />;
  return <FirstPhotos title="This set is empty" words="Drop photos anywhere here." onFiles={onFiles} into={() => Promise.resolve(set.id)} onFailure={onFailure} />;
}
