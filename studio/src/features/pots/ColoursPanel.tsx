import { Box, Typography } from '@mui/material';
import type { ComponentProps, ReactNode } from 'react';
import { HelpMark } from '../../ui/help/HelpMark';
import { Leanings } from './Leanings';
import { PotList } from './PotList';
import { SmallHistogram } from './SmallHistogram';

/** On the left: what colours the photo is made of, how its greys lean, where its tones lie. */
export function ColoursPanel(props: ComponentProps<typeof PotList>) {
  const { source, readings } = props;
  return (
    <Box sx={{ px: 1, py: 0.75, overflowY: 'auto', flex: 1, minHeight: 0 }}>
      <Part title="Colours of the photo" guide="parts/pots">
        <Box sx={{ mx: -0.5 }}>
          <PotList {...props} />
        </Box>
      </Part>
      {source && (
        <>
          <Part title="Casts" guide="parts/casts">
            <Leanings source={source.scopes} result={readings?.scopes} />
          </Part>
          <Part title="Tones" guide="parts/tones">
            <SmallHistogram source={source.scopes} result={readings?.scopes} />
          </Part>
        </>
      )}
    </Box>
  );
}

function Part({ title, guide, children }: { title: string; guide: string; children: ReactNode }) {
  return (
    <Box component="section" aria-label={title} data-guide={guide} sx={{ mb: 0.75 }}>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 0.75, mb: '2px' }}>
        <Typography variant="subtitle2" component="h2">
          {title}
        </Typography>
        <HelpMark of={title} />
      </Box>
      {children}
    </Box>
  );
}
