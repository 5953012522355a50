import type { Say } from './say';
import { Observable } from '../../model/observable';
import { reasonOf } from '../../model/reason';

export interface Message {
  text: string;
  action: Parameters<Say>[1] | undefined;
}

const SHOWN_MS = 9000;

/** The one message that is said at a time; the newest takes the place of the one before, and goes by itself after a while. */
export class Messages extends Observable {
  private message: Message | null = null;
  private timer: ReturnType<typeof setTimeout> | undefined;

  get current(): Message | null {
    return this.message;
  }

  say: Say = (text, action) => {
    this.set({ text, action });
    this.stay(false);
  };

  fail = (reason: unknown): void => {
    this.say(reasonOf(reason));
  };

  /** Does what the message offers. */
  act = (): void => {
    const { action } = this.message ?? {};
    this.close();
    action?.run();
  };

  close = (): void => {
    clearTimeout(this.timer);
    this.set(null);
  };

  /** While it is pointed at or has the focus it does not go by itself. */
  stay = (stays: boolean): void => {
    clearTimeout(this.timer);
    if (!stays && this.message) this.timer = setTimeout(this.close, SHOWN_MS);
  };

  private set(message: Message | null): void {
    this.message = message;
    this.tell();
  }
}

/** One for the page. */
export const messages = new Messages();
