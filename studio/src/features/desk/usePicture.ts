import { useState } from 'react';

/** How the photo is drawn: where a split divides it, and how drawing it went. */
export function usePicture() {
  const [divide, setDivide] = useState(0.5);
  const [attempt, setAttempt] = useState(0);
  const [stale, setStale] = useState<string | null>(null);
  const retry = () => {
    setAttempt((now) => now + 1);
  };
  return { divide, setDivide, attempt, retry, stale, setStale };
}
