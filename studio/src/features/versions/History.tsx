import { Box, ButtonBase, Typography } from '@mui/material';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { api } from '../../api/client';
import { greys } from '../../theme';

interface Props {
  photoId: number;
  revision: number | undefined;
  onGoTo: (number: number) => void;
}

/** History, the latest first; any step can be gone back to. */
export function History({ photoId, revision, onGoTo }: Props) {
  const steps = useQuery({ queryKey: ['history', photoId, revision], queryFn: () => api.history(photoId), placeholderData: keepPreviousData, enabled: revision !== undefined, gcTime: 30_000 }).data ?? [];
  const now = steps.findIndex((step) => step.now);
  return (
    <Box component="section" aria-label="History" sx={{ mt: 1.5 }}>
      <Typography component="h3" variant="caption" sx={{ px: 0.5, fontWeight: 600, color: greys.text }}>
        History
      </Typography>
      <Box role="list" aria-label="Steps">
        {steps
          .map((step, index) => ({ step, undone: index > now }))
          .reverse()
          .map(({ step, undone }) => (
            <Box key={step.number} role="listitem">
              <ButtonBase
                data-inset
                aria-current={step.now ? 'step' : undefined}
                title={[step.madeAt === null ? '' : new Date(step.madeAt).toLocaleString(), step.by].filter((part) => part !== '').join(', ')}
                onClick={() => {
                  if (!step.now) onGoTo(step.number);
                }}
                sx={{ display: 'block', width: '100%', textAlign: 'left', px: 0.75, py: '3px', borderRadius: 0.5, opacity: undone ? 0.55 : 1, bgcolor: step.now ? '#5a5a5a' : 'transparent', '&:hover': { bgcolor: step.now ? '#5a5a5a' : greys.raised } }}
              >
                {step.by !== '' && (
                  <Typography variant="caption" component="span" sx={{ display: 'block', lineHeight: 1.3, color: greys.quiet }}>
                    {step.by}
                  </Typography>
                )}
                {step.words.map((line) => (
                  <Typography key={line} variant="caption" component="span" sx={{ display: 'block', lineHeight: 1.3, color: greys.text }}>
                    {line}
                  </Typography>
                ))}
              </ButtonBase>
            </Box>
          ))}
      </Box>
    </Box>
  );
}
