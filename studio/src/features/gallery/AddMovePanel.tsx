import { Box, ButtonBase, InputBase, Typography } from '@mui/material';
import { useMemo, useState } from 'react';
import type { Photo, Source } from '../../api/client';
import { kindHelp, kindTitle, type Look, type MoveKind } from '../../model/looks';
import { greys } from '../../theme';
import { PanelHead } from './PanelHead';
import { useGuide } from '../guide/useGuide';
import { SmallPicture } from '../photo/SmallPicture';
import { kindsFor, sampleMove } from './wishes';

interface Props {
  photo: Photo;
  source: Source | undefined;
  /** The grade so far: pictures show what a move would do to it. */
  look: Look;
  onKind: (kind: MoveKind) => void;
  onBack: () => void;
}

/** Adding a move by what one wants, each kind with a picture of what it can do to this photo. */
export function AddMovePanel({ photo, source, look, onKind, onBack }: Props) {
  const [text, setText] = useState('');
  const guide = useGuide();
  const found = kindsFor(text, (kind) => guide?.pageOn(`moves/${kind}`)?.page.words ?? '');
  const first = found[0]?.kinds[0];
  const samples = useMemo(() => new Map(source && kindsFor('').flatMap(({ kinds }) => kinds.map((kind) => [kind, sampleMove(kind, source)] as const))), [source]);
  return (
    <Box component="section" aria-label="Add a move" data-guide="parts/adding" sx={{ display: 'flex', flexDirection: 'column', minHeight: 0, flex: 1 }} onKeyDown={(event) => { if (event.key === 'Escape' && !event.defaultPrevented) { event.preventDefault(); onBack(); } }}>
      <PanelHead title="Add a move" onBack={onBack} />
      <Box sx={{ px: 1.5, pb: 0.75 }}>
        <InputBase
          autoFocus
          fullWidth
          value={text}
          placeholder="Search: white balance, skin, exposure …"
          inputProps={{ 'aria-label': 'Search moves' }}
          onChange={(event) => {
            setText(event.target.value);
          }}
          onKeyDown={(event) => {
            if (event.key === 'Enter' && first && text.trim() !== '') {
              // The way back gives the focus to a button, which this very key would press.
              event.preventDefault();
              onKind(first);
            }
            if (event.key !== 'Escape') event.stopPropagation();
          }}
          sx={{ bgcolor: '#2a2a2a', borderRadius: 1, fontSize: '0.8125rem', '& input': { px: 1, borderRadius: 1 } }}
        />
      </Box>
      <Box sx={{ overflowY: 'auto', flex: 1, minHeight: 0, px: 1, pb: 1 }}>
        {found.length === 0 && (
          <Typography variant="body2" sx={{ px: 0.5 }}>
            Nothing found for “{text}”. Try another word, such as “hue” or “grey”.
          </Typography>
        )}
        {found.map(({ title, kinds }) => (
          <Box key={title} component="section" aria-label={title}>
            <Typography component="h3" variant="caption" sx={{ px: 0.5, pt: 0.5, pb: '2px', fontWeight: 600, color: greys.text }}>
              {title}
            </Typography>
            {kinds.map((kind) => {
              const sample = samples.get(kind);
              return (
                <ButtonBase
                  key={kind}
                  data-inset
                  onClick={() => {
                    onKind(kind);
                  }}
                  sx={{ width: '100%', display: 'flex', alignItems: 'flex-start', gap: 1, p: 0.5, borderRadius: 1, textAlign: 'left', '&:hover': { bgcolor: greys.raised } }}
                >
                  <Box sx={{ width: 84, flex: 'none' }}>{sample && <SmallPicture photo={photo} look={{ ...look, moves: [...look.moves, sample] }} ratio={1.5} />}</Box>
                  <Box sx={{ minWidth: 0 }}>
                    <Typography variant="body2" sx={{ fontWeight: 600, lineHeight: 1.25 }}>
                      {kindTitle(kind)}
                    </Typography>
                    <Typography variant="caption" component="div" sx={{ fontSize: '0.7rem', lineHeight: 1.25, display: '-webkit-box', WebkitLineClamp: 4, WebkitBoxOrient: 'vertical', overflow: 'hidden' }} title={kindHelp(kind)}>
                      {kindHelp(kind)}
                    </Typography>
                  </Box>
                </ButtonBase>
              );
            })}
          </Box>
        ))}
      </Box>
    </Box>
  );
}
