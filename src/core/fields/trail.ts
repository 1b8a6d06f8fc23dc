/** Where in a definition something stands: what it stands in, by which key or position, and what that stands in. */
export interface Trail {
  readonly holder: unknown;
  readonly key: string | number;
  readonly above: Trail | null;
}

function above(trail: Trail, levels: number): Trail | null {
  let at: Trail | null = trail;
  for (let level = 0; at && level < levels; level += 1) at = at.above;
  return at;
}

function textAt(holder: unknown, key: string | number): string | null {
  if (typeof holder !== 'object' || holder === null || !Object.hasOwn(holder, key)) return null;
  const value: unknown = Reflect.get(holder, key);
  return typeof value === 'string' ? value : null;
}

/** What a field says that stands beside it, or beside what it stands in so many levels up. */
export function beside(name: string, levels = 0): (trail: Trail) => string | null {
  return (trail) => textAt(above(trail, levels)?.holder, name);
}

/** The key of a record under which it stands, or under which what it stands in so many levels up does. */
export function keyAt(levels: number): (trail: Trail) => string | null {
  return (trail) => {
    const key = above(trail, levels)?.key;
    return typeof key === 'string' ? key : null;
  };
}

/** Of a cell in rows, what the column says at its position: the columns stand beside the rows. */
export function column(name: string): (trail: Trail) => string | null {
  return (trail) => {
    const holder = above(trail, 2)?.holder;
    const columns: unknown = typeof holder === 'object' && holder !== null ? Reflect.get(holder, name) : null;
    return textAt(columns, trail.key);
  };
}

/**
 * The key of the choice that it stands in, if it stands in one: of what a choice has, only a choice says how its title
 * is shown.
 */
export function enclosingChoice(trail: Trail): string | null {
  for (let at: Trail | null = trail; at; at = at.above) {
    const { holder } = at;
    if (typeof holder === 'object' && holder !== null && 'titleShown' in holder) return textAt(holder, 'key');
  }
  return null;
}

/** What everything stands in. */
export function outermost(trail: Trail): unknown {
  let at = trail;
  while (at.above) at = at.above;
  return at.holder;
}
