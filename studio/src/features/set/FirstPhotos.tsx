import AddIcon from '@mui/icons-material/AddPhotoAlternateOutlined';
import { Box, Button, Typography } from '@mui/material';
import { FilePicker, PHOTOS } from '../../ui/controls/FilePicker';
import { greys } from '../../theme';
import { SampleButton } from './SampleButton';

interface Props {
  title: string;
  /** What becomes of the photos, in a sentence. */
  words: string;
  onFiles: (files: File[]) => void;
  /** Where the sample photos go: the number of that set, made with this name if there is none yet. */
  into: (name: string) => Promise<number>;
  onFailure: (reason: unknown) => void;
}

/** What there is to do where there are no photos yet: drop some, choose some, or try those that come with Tovrin. */
export function FirstPhotos({ title, words, onFiles, into, onFailure }: Props) {
  return (
    <Box sx={{ mx: 'auto', my: 4, width: 520, maxWidth: '90%', border: '2px dashed #8a8a8a', borderRadius: 2, px: 4, py: 5, textAlign: 'center' }}>
      <AddIcon sx={{ fontSize: 44, color: greys.quiet, mb: 1 }} />
      <Typography variant="h6" component="h2" sx={{ mb: 0.5 }}>
        {title}
      </Typography>
      <Typography sx={{ mb: 3 }}>{words}</Typography>
      <Box sx={{ display: 'flex', gap: 1.5, justifyContent: 'center', flexWrap: 'wrap' }}>
        <FilePicker label="First photo files" accept={PHOTOS} onFiles={onFiles}>
          {(ask) => (
            <Button variant="contained" size="large" onClick={ask}>
              Choose photos
            </Button>
          )}
        </FilePicker>
        <SampleButton into={into} onFailure={onFailure} />
      </Box>
      <Typography variant="caption" component="p" sx={{ mt: 3, color: greys.text }}>
        JPEG, PNG, TIFF, WebP, AVIF, HEIC, or raw files of cameras
      </Typography>
    </Box>
  );
}
