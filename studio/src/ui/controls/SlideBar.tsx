import { Box, Slider, type SliderProps } from '@mui/material';
import { useRef, type PointerEvent, type TouchEvent } from 'react';
import { TouchSlide } from './touchSlide';

type Props = Omit<SliderProps, 'onChange' | 'onChangeCommitted' | 'value'> & {
  value: number;
  min: number;
  max: number;
  onChange: (value: number, event: Event) => void;
  onCommit?: (value: number, event: Event) => void;
  /** The touch was taken away: nothing of it is to remain. */
  onAbandon?: () => void;
};

/** A slider of one value. With a finger, only moving along it changes the value; moving across it scrolls what it lies in. */
export function SlideBar({ value, min, max, step = 1, onChange, onCommit, onAbandon, sx, ...rest }: Props) {
  const slider = useRef<HTMLSpanElement>(null);
  const touch = useRef<TouchSlide | null>(null);
  const one = (next: number | number[]) => (Array.isArray(next) ? (next[0] ?? min) : next);
  const press = (event: PointerEvent) => {
    // The slider would jump to the place that is touched at once.
    if (event.pointerType === 'touch') event.stopPropagation();
  };
  const start = (event: TouchEvent) => {
    event.stopPropagation();
    const finger = event.touches[0];
    const box = slider.current?.getBoundingClientRect();
    touch.current = finger && box && event.touches.length === 1 ? new TouchSlide({ x: finger.clientX, y: finger.clientY }, { left: box.left, width: box.width, min, max, step: step ?? 1 }) : null;
  };
  const move = (event: TouchEvent) => {
    event.stopPropagation();
    const finger = event.touches[0];
    const now = finger && touch.current?.to(finger.clientX, finger.clientY);
    if (now && now.is === 'slide') onChange(now.value, event.nativeEvent);
  };
  const end = (event: TouchEvent) => {
    event.stopPropagation();
    const finger = event.changedTouches[0];
    const last = finger ? (touch.current?.end(finger.clientX, finger.clientY) ?? null) : null;
    touch.current = null;
    if (last === null) return;
    // No click follows that would set it again.
    event.preventDefault();
    onChange(last, event.nativeEvent);
    onCommit?.(last, event.nativeEvent);
  };
  const cancel = (event: TouchEvent) => {
    event.stopPropagation();
    if (touch.current) onAbandon?.();
    touch.current = null;
  };
  return (
    <Box component="span" onPointerDownCapture={press} onTouchStartCapture={start} onTouchMoveCapture={move} onTouchEndCapture={end} onTouchCancelCapture={cancel} sx={{ display: 'flex', alignItems: 'center', flex: 1, minWidth: 0 }}>
      <Slider
        {...rest}
        ref={slider}
        value={value}
        min={min}
        max={max}
        step={step}
        onChange={(event, next) => { onChange(one(next), event); }}
        onChangeCommitted={(event, next) => { onCommit?.(one(next), event as Event); }}
        sx={[{ touchAction: 'pan-y' }, ...(Array.isArray(sx) ? sx : [sx ?? {}])]}
      />
    </Box>
  );
}
