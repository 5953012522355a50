import { Typography } from '@mui/material';

/** What there is to do in a set without photos. */
export function EmptySet() {
  return <Typography sx={{ m: 'auto', textAlign: 'center', maxWidth: 380 }}>This set is empty. Drop photos anywhere here (JPEG, PNG, TIFF, WebP, AVIF, HEIC), or choose them below.</Typography>;
}
