import { useEffect, useState } from 'react';

/** A value once it has stayed the same for some time, so that changes that follow each other quickly are answered once. */
export function useRested<T>(value: T, ms: number): T {
  const [rested, setRested] = useState(value);
  useEffect(() => {
    const timer = window.setTimeout(() => {
      setRested(value);
    }, ms);
    return () => {
      window.clearTimeout(timer);
    };
  }, [value, ms]);
  return rested;
}
