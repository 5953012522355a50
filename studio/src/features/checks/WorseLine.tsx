import { Button, Typography } from '@mui/material';
import { findingWords, type Finding } from '../../model/findings';

/** Beside the move that has made something clearly worse: what, in how much of the photo. */
export function WorseLine({ finding, onChecks }: { finding: Finding; onChecks: (finding: Finding) => void }) {
  return (
    <Typography variant="caption" component="div" role="status" sx={{ position: 'relative', fontSize: 'inherit', lineHeight: 'inherit', color: '#fff' }}>
      {findingWords(finding)}.{' '}
      <Button
        onClick={() => {
          onChecks(finding);
        }}
        sx={{ p: 0, minWidth: 0, fontSize: 'inherit', lineHeight: 'inherit', textDecoration: 'underline', verticalAlign: 'baseline' }}
      >
        See where
      </Button>
    </Typography>
  );
}
