import { Box, Button, CircularProgress, Typography } from '@mui/material';
import { Component, lazy, Suspense, type ComponentType, type ReactNode } from 'react';

/** What is shown while a part of the screen is being loaded, and where it could not be. */
class Loaded extends Component<{ children: ReactNode }, { failed: boolean }> {
  override state = { failed: false };

  static getDerivedStateFromError() {
    return { failed: true };
  }

  override render() {
    if (!this.state.failed) return <Suspense fallback={<Box sx={{ p: 2 }}><CircularProgress size={20} aria-label="Loading" /></Box>}>{this.props.children}</Suspense>;
    return (
      <Box role="alert" sx={{ p: 2 }}>
        <Typography variant="body2" sx={{ mb: 1 }}>This part of Tovrin could not be loaded. Reload the page; your work is kept.</Typography>
        <Button onClick={() => { window.location.reload(); }}>Reload</Button>
      </Box>
    );
  }
}

/** A part of the screen whose script comes when it is first needed: what the first screen does without does not delay it. */
export function lazily<Props extends object>(load: () => Promise<ComponentType<Props>>): ComponentType<Props> {
  const Part = lazy(() => load().then((component) => ({ default: component })));
  const Wrapped = (props: Props) => (
    <Loaded>
      <Part {...props} />
    </Loaded>
  );
  return Wrapped;
}
