const NAME = 'my-name';

/** This window, as requests say it, and the name that its user has given. */
export const here = {
  window: crypto.randomUUID(),
  get name(): string {
    return window.localStorage.getItem(NAME) ?? '';
  },
  set name(name: string) {
    if (name === '') window.localStorage.removeItem(NAME);
    else window.localStorage.setItem(NAME, name);
  },
};
