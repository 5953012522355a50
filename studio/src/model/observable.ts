/** A state that components follow; whoever subscribes is told of every change. */
export abstract class Observable {
  private readonly listeners = new Set<() => void>();

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => {
      this.listeners.delete(listener);
    };
  };

  protected tell(): void {
    for (const listener of this.listeners) listener();
  }
}
