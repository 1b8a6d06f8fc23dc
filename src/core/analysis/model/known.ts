/** What is known of things under a name: made once, and forgotten with the thing. */
export class Known<Of extends object, What> {
  private readonly things = new WeakMap<Of, Map<string | number, What>>();

  of(thing: Of, name: string | number, make: () => What): What {
    const named = this.things.get(thing) ?? new Map<string | number, What>();
    this.things.set(thing, named);
    const before = named.get(name);
    if (before !== undefined || named.has(name)) return before as What;
    const made = make();
    named.set(name, made);
    return made;
  }
}
