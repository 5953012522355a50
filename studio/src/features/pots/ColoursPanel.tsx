import { Box, Typography } from '@mui/material';
import type { ComponentProps, ReactNode } from 'react';
import { Leanings } from './Leanings';
import { PotList } from './PotList';
import { SmallHistogram } from './SmallHistogram';

/** On the left: what colours the photo is made of, how its greys lean, where its tones lie. */
export function ColoursPanel(props: ComponentProps<typeof PotList>) {
  const { source, readings } = props;
  return (
    <Box sx={{ px: 1, py: 0.75, overflowY: 'auto', flex: 1, minHeight: 0 }}>
      <Part title="Colours of the photo">
        <Box sx={{ mx: -0.5 }}>
          <PotList {...props} />
        </Box>
      </Part>
      {source && (
        <>
          <Part title="Casts">
            <Leanings source={source.scopes} result={readings?.scopes} />
          </Part>
          <Part title="Tones">
            <SmallHistogram source={source.scopes} result={readings?.scopes} />
          </Part>
        </>
      )}
    </Box>
  );
}

function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Box component="section" aria-label={title} sx={{ mb: 0.75 }}>
      <Typography variant="subtitle2" component="h2" sx={{ mb: '2px' }}>
        {title}
      </Typography>
      {children}
    </Box>
  );
}
