import GuideIcon from '@mui/icons-material/MenuBookOutlined';
import { IconButton, Tooltip } from '@mui/material';
import { useOpened } from '../../ui/place/useOpened';
import { CONTENTS } from './GuidePanel';

/** Opens the guide at its contents, or closes it. */
export function GuideButton() {
  const [topic, setTopic] = useOpened('guide');
  return (
    <Tooltip title={topic === null ? 'Guide (F1)' : 'Close the guide'}>
      <IconButton aria-label="Guide" aria-expanded={topic !== null} onClick={() => { setTopic(topic === null ? CONTENTS : null); }}>
        <GuideIcon fontSize="small" />
      </IconButton>
    </Tooltip>
  );
}
