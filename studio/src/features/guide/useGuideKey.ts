import { useEffect } from 'react';
import { open, opened } from '../../ui/place/useOpened';
import { topicOf } from '../../ui/help/topic';
import { CONTENTS } from './GuidePanel';

/** The innermost thing that is pointed at. */
const pointedAt = () => [...document.querySelectorAll(':hover')].at(-1) ?? null;

/** F1 opens the guide at what has the keys, or else at what is pointed at; again, and it is closed. */
export function useGuideKey(): void {
  useEffect(() => {
    const key = (event: KeyboardEvent) => {
      if (event.key !== 'F1') return;
      event.preventDefault();
      const focused = document.activeElement?.matches('body, [data-stage]') ? null : document.activeElement;
      const topic = topicOf(focused) ?? topicOf(pointedAt()) ?? CONTENTS;
      const now = opened('guide');
      open('guide', topic === now || (now !== null && (topic === CONTENTS || topic.startsWith('parts/guide'))) ? null : topic);
    };
    window.addEventListener('keydown', key);
    return () => {
      window.removeEventListener('keydown', key);
    };
  }, []);
}
