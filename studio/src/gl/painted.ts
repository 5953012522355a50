/** As long as nobody would call it waiting. */
const NEVER_MS = 200;

/** Resolves once what was asked to be drawn stands on the screen; soon, too, where nothing is painted, as in a tab behind others. */
export function painted(): Promise<void> {
  return new Promise((done) => {
    setTimeout(done, NEVER_MS);
    requestAnimationFrame(() => {
      setTimeout(done, 0);
    });
  });
}
