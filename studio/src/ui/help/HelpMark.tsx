import { ButtonBase } from '@mui/material';
import { open } from '../place/useOpened';
import { topicOf } from './topic';

/** A question mark beside a control: opens the guide where that control is explained. With the keyboard F1 does the same. */
export function HelpMark({ of }: { of: string }) {
  return (
    <ButtonBase
      aria-label={`Help: ${of}`}
      tabIndex={-1}
      onClick={(event) => {
        open('guide', topicOf(event.currentTarget));
      }}
      sx={{ width: 16, height: 16, flex: 'none', borderRadius: '50%', fontSize: '0.66rem', fontWeight: 600, lineHeight: 1, color: '#b9b9b9', border: '1px solid #6f6f6f', '&:hover': { color: '#fff', borderColor: '#ddd' } }}
    >
      ?
    </ButtonBase>
  );
}
