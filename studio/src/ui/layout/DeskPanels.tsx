import { Box } from '@mui/material';
import { useMemo, type ReactNode, type RefObject } from 'react';
import { Group, Panel, Separator, usePanelRef, type PanelImperativeHandle } from 'react-resizable-panels';
import { greys } from '../../theme';
import { BOUNDS, SizeMemory, usualSize, type Below, type Part } from './sizes';

interface Props {
  left: { part: 'left' | 'guide'; content: ReactNode };
  photo: ReactNode;
  right: ReactNode;
  /** What stands below, across the window; null for nothing. */
  below: { part: Below; content: ReactNode } | null;
  withRight: boolean;
  /** What stands on the left is shown. */
  withLeft: boolean;
}

/** The least room the photo is left. */
const PHOTO = { width: 320, height: 220 };
const LAID_OUT_MS = 60;

/** The parts of the desk around the photo; each can be made larger and smaller, with the mouse and with the keyboard, and stays so. */
export function DeskPanels({ left, photo, right, below, withRight, withLeft }: Props) {
  const memory = useMemo(() => new SizeMemory(window.localStorage), []);
  const size = (part: Part) => memory.of(part, { width: window.innerWidth, height: window.innerHeight });
  const leftPanel = usePanelRef();
  const leftName = left.part === 'guide' ? 'Guide' : 'Colours';
  const rightPanel = usePanelRef();
  const belowPanel = usePanelRef();
  const keep = (part: Part, panel: RefObject<PanelImperativeHandle | null>) => {
    // Measured once it has been laid out.
    window.setTimeout(() => {
      if (panel.current) memory.keep(part, panel.current.getSize().inPixels);
    }, LAID_OUT_MS);
  };
  const reset = (part: Part, panel: RefObject<PanelImperativeHandle | null>) => {
    const usual = usualSize(part, { width: window.innerWidth, height: window.innerHeight });
    panel.current?.resize(usual);
    memory.keep(part, usual);
  };
  const side = (part: 'left' | 'guide' | 'right', name: string, content: ReactNode) => (
    <Panel key={part} id={part} panelRef={part === 'right' ? rightPanel : leftPanel} defaultSize={size(part)} minSize={BOUNDS[part].least} maxSize={BOUNDS[part].most} groupResizeBehavior="preserve-pixel-size">
      <Box component="section" aria-label={name} sx={{ height: '100%', display: 'flex', flexDirection: 'column', bgcolor: greys.panel, minHeight: 0 }}>
        {content}
      </Box>
    </Panel>
  );
  return (
    <Box component="main" sx={{ flex: 1, minHeight: 0 }}>
      <Group
        orientation="vertical"
        onLayoutChanged={(_, { isUserInteraction }) => {
          if (isUserInteraction && below) keep(below.part, belowPanel);
        }}
      >
        <Panel id="upper" minSize={PHOTO.height}>
          <Group
            orientation="horizontal"
            onLayoutChanged={(_, { isUserInteraction }) => {
              if (!isUserInteraction) return;
              if (withLeft) keep(left.part, leftPanel);
              if (withRight) keep('right', rightPanel);
            }}
          >
            {withLeft && side(left.part, leftName, left.content)}
            {withLeft && <Divider key={`${left.part} divider`} name={`Width of the ${leftName.toLowerCase()} on the left`} way="across" onReset={() => { reset(left.part, leftPanel); }} />}
            <Panel id="photo" minSize={PHOTO.width}>
              <Box sx={{ height: '100%', display: 'flex', flexDirection: 'column', minWidth: 0, minHeight: 0 }}>
                {photo}
              </Box>
            </Panel>
            {withRight && <Divider name="Width of the grade on the right" way="across" onReset={() => { reset('right', rightPanel); }} />}
            {withRight && side('right', 'Moves', right)}
          </Group>
        </Panel>
        {below && <Divider key={`${below.part} divider`} name={`Height of the ${below.part}`} way="along" onReset={() => { reset(below.part, belowPanel); }} />}
        {below && (
          <Panel key={below.part} id={below.part} panelRef={belowPanel} defaultSize={size(below.part)} minSize={BOUNDS[below.part].least} maxSize={BOUNDS[below.part].most} groupResizeBehavior="preserve-pixel-size">
            {below.content}
          </Panel>
        )}
      </Group>
    </Box>
  );
}

/** A border that can be dragged, or moved with arrow keys. */
function Divider({ name, way, onReset }: { name: string; way: 'across' | 'along'; onReset: () => void }) {
  return (
    <Separator className="desk-divider" aria-label={name} title="Drag or use the arrow keys. Double-click to reset" disableDoubleClick onDoubleClick={onReset} style={way === 'across' ? { width: 5 } : { height: 5 }} />
  );
}
