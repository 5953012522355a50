/** Whether the line on what to do first is still wanted: until something has been done here, or it was put away. Outlives a reload. */
export class FirstStep {
  constructor(private readonly storage: Pick<Storage, 'getItem' | 'setItem'>) {}

  get wanted(): boolean {
    return this.storage.getItem(KEY) === null;
  }

  /** It was taken, or put away: it is never said again. */
  done(): void {
    this.storage.setItem(KEY, 'done');
  }
}

const KEY = 'first-step';
