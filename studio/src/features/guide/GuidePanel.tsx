import BackIcon from '@mui/icons-material/ArrowBack';
import CloseIcon from '@mui/icons-material/Close';
import { Box, ButtonBase, CircularProgress, IconButton, InputBase, Tooltip, Typography } from '@mui/material';
import { lazy, Suspense, useState } from 'react';
import { useOpened } from '../../ui/place/useOpened';
import { greys } from '../../theme';
import { AtHandContext, type AtHand } from './atHand';
import { SECTIONS, type Page } from './page';
import { useGuide } from './useGuide';

/** Comes with the first page that is read: what draws Markdown is no part of the first screen. */
const GuidePage = lazy(() => import('./GuidePage').then((module) => ({ default: module.GuidePage })));

/** Where the guide begins. */
export const CONTENTS = 'contents';

const LOADING = <CircularProgress size={20} aria-label="Loading the guide" />;

/** The guide, beside the work: its contents, what is found in it, or a page. */
export function GuidePanel({ atHand }: { atHand: AtHand | null }) {
  const guide = useGuide();
  const [topic, setTopic] = useOpened('guide');
  const [before, setBefore] = useState<string[]>([]);
  const [text, setText] = useState('');
  const shown = guide && topic !== null ? guide.pageOn(topic) : null;
  const go = (next: string) => {
    setBefore([...before, topic ?? CONTENTS]);
    setText('');
    setTopic(next);
  };
  const back = () => {
    const last = before.at(-1);
    setBefore(before.slice(0, -1));
    setTopic(last ?? CONTENTS);
  };
  const searching = text.trim() !== '';
  return (
    <Box data-guide="parts/guide" sx={{ height: '100%', display: 'flex', flexDirection: 'column', minHeight: 0 }}>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 0.5, px: 0.75, pt: 0.75 }}>
        {(shown !== null || searching) && (
          <Tooltip title="Back">
            <IconButton aria-label="Back" onClick={() => { if (searching) setText(''); else back(); }}>
              <BackIcon fontSize="small" />
            </IconButton>
          </Tooltip>
        )}
        <InputBase
          fullWidth
          value={text}
          placeholder="Search the guide: white balance, skin …"
          inputProps={{ 'aria-label': 'Search the guide' }}
          onChange={(event) => { setText(event.target.value); }}
          onKeyDown={(event) => {
            const first = event.key === 'Enter' && searching ? guide?.found(text)[0] : undefined;
            if (first) go(first.id);
            if (event.key === 'Escape' && searching) {
              event.preventDefault();
              setText('');
            }
            if (event.key !== 'Escape' && event.key !== 'F1') event.stopPropagation();
          }}
          sx={{ bgcolor: '#2a2a2a', borderRadius: 1, fontSize: '0.8125rem', '& input': { px: 1, borderRadius: 1 } }}
        />
        <Tooltip title="Close the guide (Esc)">
          <IconButton aria-label="Close the guide" onClick={() => { setTopic(null); }}>
            <CloseIcon fontSize="small" />
          </IconButton>
        </Tooltip>
      </Box>
      <Box tabIndex={0} data-inset sx={{ flex: 1, minHeight: 0, overflowY: 'auto', px: 1.5, pt: 1, pb: 3 }}>
        {!guide ? (
          LOADING
        ) : searching ? (
          <Found pages={guide.found(text)} text={text} onOpen={go} />
        ) : shown ? (
          <AtHandContext value={atHand}>
            <Suspense fallback={LOADING}>
              <GuidePage key={shown.page.id} page={shown.page} heading={shown.heading} onTopic={go} />
            </Suspense>
          </AtHandContext>
        ) : (
          <Contents pages={guide.PAGES} onOpen={go} />
        )}
      </Box>
    </Box>
  );
}

function Found({ pages, text, onOpen }: { pages: readonly Page[]; text: string; onOpen: (topic: string) => void }) {
  if (pages.length === 0) return <Typography variant="body2" role="status">Nothing in the guide speaks of “{text}”. Try another word.</Typography>;
  return (
    <Box component="ul" aria-label="Found" sx={{ listStyle: 'none', m: 0, p: 0 }}>
      {pages.slice(0, MOST).map((page) => (
        <li key={page.id}>
          <Entry page={page} onOpen={onOpen} beside={SECTIONS.find(({ folder }) => page.id.startsWith(`${folder}/`))?.title ?? ''} />
        </li>
      ))}
    </Box>
  );
}

/** Search results that are shown. */
const MOST = 12;

function Contents({ pages, onOpen }: { pages: readonly Page[]; onOpen: (topic: string) => void }) {
  return (
    <>
      <Typography variant="h6" component="h2" sx={{ fontSize: '1.05rem' }}>
        Guide
      </Typography>
      <Typography variant="caption" component="p" sx={{ mt: 0, mb: 1 }}>
        Press F1, or a question mark beside a control, to read about just that.
      </Typography>
      {SECTIONS.map(({ folder, title }) => (
        <Box key={folder} sx={{ mb: 1.5 }}>
          <Typography variant="subtitle2" component="h3" sx={{ borderBottom: `1px solid ${greys.raised}` }}>
            {title}
          </Typography>
          {pages.filter(({ id }) => id.startsWith(`${folder}/`)).map((page) => (
            <Entry key={page.id} page={page} onOpen={onOpen} />
          ))}
        </Box>
      ))}
    </>
  );
}

function Entry({ page, onOpen, beside = '' }: { page: Page; onOpen: (topic: string) => void; beside?: string }) {
  return (
    <ButtonBase data-inset onClick={() => { onOpen(page.id); }} sx={{ width: '100%', display: 'flex', justifyContent: 'space-between', gap: 1, textAlign: 'left', px: 0.5, py: '3px', borderRadius: 0.5, '&:hover': { bgcolor: greys.raised } }}>
      <Typography component="span" variant="body2">
        {page.title}
      </Typography>
      {beside !== '' && (
        <Typography component="span" variant="caption" sx={{ flex: 'none' }}>
          {beside}
        </Typography>
      )}
    </ButtonBase>
  );
}
