import BackIcon from '@mui/icons-material/ArrowBack';
import { Box, IconButton, Tooltip, Typography } from '@mui/material';

/** The head of a panel that stands in the place of the grade for a while. */
export function PanelHead({ title, onBack }: { title: string; onBack: () => void }) {
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', gap: 0.5, px: 0.75, pt: 0.5, pb: 0.5 }}>
      <Tooltip title="Back to the grade (Esc)">
        <IconButton aria-label="Back to the grade" onClick={onBack}>
          <BackIcon fontSize="small" />
        </IconButton>
      </Tooltip>
      <Typography variant="subtitle2" component="h2" sx={{ flex: 1 }}>
        {title}
      </Typography>
    </Box>
  );
}
