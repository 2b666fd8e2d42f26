/** Keeps what was made for the last few keys, so that it is made once for each; the one that was made first goes first. */
export class LastOnes<Value> {
  private readonly known = new Map<string, Value>();

  constructor(private readonly most: number) {}

  /** What there is for a key, or what is made for it now. */
  of(key: string, make: () => Value): Value {
    if (this.known.has(key)) return this.known.get(key)!;
    const value = make();
    this.known.set(key, value);
    for (const oldest of [...this.known.keys()].slice(0, this.known.size - this.most)) this.known.delete(oldest);
    return value;
  }
}
