import CloseIcon from '@mui/icons-material/Close';
import { Box, Button, CircularProgress, IconButton, ToggleButton, ToggleButtonGroup, Typography } from '@mui/material';
import type { ReactNode } from 'react';
import type { Fit } from '../api/client';
import { TOOLS, type Tool } from './tools';

const GLASS = { bgcolor: 'rgb(48 48 48 / 88%)', borderRadius: 1 } as const;

/** The tools, at the top of the photo. */
export function ToolBar({ tool, onTool }: { tool: Tool; onTool: (tool: Tool) => void }) {
  return (
    <ToggleButtonGroup
      exclusive
      size="small"
      value={tool}
      aria-label="Tool"
      onChange={(_, next: Tool | null) => {
        if (next) onTool(next);
      }}
      sx={{ ...GLASS, position: 'absolute', left: 8, top: 6, zIndex: 3, '& .MuiToggleButton-root': { py: '1px' } }}
    >
      {TOOLS.map((info) => (
        <ToggleButton key={info.tool} value={info.tool} title={`${info.help} (${info.key})`}>
          {info.title}
        </ToggleButton>
      ))}
    </ToggleButtonGroup>
  );
}

interface FitProps {
  fit: Fit | null;
  busy: boolean;
  /** What to do next, while there is no fit to speak of. */
  hint: string;
  canStartOver: boolean;
  /** The next stroke will replace the reach. */
  startsOver: boolean;
  onStartOver: () => void;
  fresh: boolean;
  onFresh: (fresh: boolean) => void;
  onDismiss: () => void;
  /** What is asked about the last stroke, in the place of words. */
  question?: ReactNode;
}

/** How the last samples did, in words, and where to go from there. */
export function FitBar({ fit, busy, hint, canStartOver, startsOver, onStartOver, fresh, onFresh, onDismiss, question }: FitProps) {
  return (
    <StageNote>
      {busy && <CircularProgress size={14} aria-label="Working out the reach" />}
      {(!fresh && question) || (
        <Typography variant="body2" role="status" sx={{ flex: 1, minWidth: 0 }}>
          {fresh ? 'Click or drag over a colour: a new move begins there.' : fit ? fit.words.join(' ') : hint}
        </Typography>
      )}
      <Button
        onClick={() => {
          onFresh(!fresh);
        }}
      >
        {fresh ? 'Widen the chosen move instead' : 'New move'}
      </Button>
      <Button disabled={!canStartOver} onClick={onStartOver}>
        {startsOver ? 'Go on from here' : 'Start over'}
      </Button>
      {fit && (
        <IconButton aria-label="Dismiss" onClick={onDismiss}>
          <CloseIcon sx={{ fontSize: 15 }} />
        </IconButton>
      )}
    </StageNote>
  );
}

interface PullProps {
  modes: { id: string; title: string }[];
  mode: string;
  onMode: (mode: string) => void;
  shares: boolean;
  nearestOnly: boolean;
  onNearestOnly: (nearestOnly: boolean) => void;
}

/** What a pull drives. */
export function PullBar({ modes, mode, onMode, shares, nearestOnly, onNearestOnly }: PullProps) {
  if (modes.length === 0) {
    return (
      <StageNote>
        <Typography variant="body2">This kind of move has nothing to pull. Choose a shift or a band mix, or add one.</Typography>
      </StageNote>
    );
  }
  return (
    <StageNote>
      <Typography variant="body2" sx={{ flex: 1, minWidth: 0 }}>
        Drag on a colour to change it.
      </Typography>
      <ToggleButtonGroup
        exclusive
        size="small"
        value={mode}
        aria-label="What a pull drives"
        onChange={(_, next: string | null) => {
          if (next) onMode(next);
        }}
        sx={{ '& .MuiToggleButton-root': { py: 0 } }}
      >
        {modes.map(({ id, title }) => (
          <ToggleButton key={id} value={id}>
            {title}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      {shares && (
        <ToggleButtonGroup
          exclusive
          size="small"
          value={nearestOnly ? 'nearest' : 'shared'}
          aria-label="Bands that follow"
          onChange={(_, next: string | null) => {
            if (next) onNearestOnly(next === 'nearest');
          }}
          sx={{ '& .MuiToggleButton-root': { py: 0 } }}
        >
          <ToggleButton value="shared" title="All bands that hold the colour move, in proportion">
            Share
          </ToggleButton>
          <ToggleButton value="nearest" title="Only the band that holds most of it moves">
            Nearest
          </ToggleButton>
        </ToggleButtonGroup>
      )}
    </StageNote>
  );
}

export function StageNote({ children }: { children: ReactNode }) {
  return (
    <Box sx={{ ...GLASS, position: 'absolute', left: 8, right: 8, bottom: 6, zIndex: 3, display: 'flex', alignItems: 'center', gap: 1, px: 1.25, py: 0.25, minHeight: 34, width: 'fit-content', maxWidth: 'calc(100% - 16px)', mx: 'auto' }}>
      {children}
    </Box>
  );
}
