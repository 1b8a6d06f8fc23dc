import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { boxWithin, groupOf } from '.';

const page = { x: 0, y: 0, width: 200, height: 100 };

const within = (changed: Parameters<typeof groupOf>[1]) => {
  const group = groupOf([], changed);
  if (group.kind !== 'group') throw new Error('no group');
  return boxWithin(group, page);
};

describe('what of a page is around the nodes of a group', () => {
  it('goes back the way that they went', () => {
    expect(within({})).toEqual(page);
    // At half their size, twice as much of them is on the page.
    expect(within({ grow: 0.5 })).toEqual({ x: 0, y: 0, width: 400, height: 200 });
    expect(within({ move: { x: 150, y: -20 }, grow: 0.5 })).toEqual({ x: -300, y: 40, width: 400, height: 200 });
    const turned = within({ turn: { degrees: 90, x: 0, y: 0 } });
    expect([turned.x, turned.y, turned.width, turned.height]).toEqual(
      [0, -200, 100, 200].map((at) => expect.closeTo(at, 9) as number),
    );
    expect(within({ clip: { x: -3, y: -3, width: 76, height: 56 }, grow: 2 })).toMatchObject({ x: -3, width: 76 });
  });

  it('leaves out no point of theirs that lies on the page', () => {
    const figure = fc.double({ min: -300, max: 300, noNaN: true });
    const turns = fc.option(fc.record({ degrees: figure, x: figure, y: figure }));
    const moves = fc.option(fc.record({ x: figure, y: figure }));
    fc.assert(
      fc.property(
        turns,
        moves,
        fc.double({ min: 0.05, max: 20, noNaN: true }),
        figure,
        figure,
        (turn, move, grow, x, y) => {
          // Grown, moved, turned: as groups are drawn.
          const moved = { x: x * grow + (move?.x ?? 0), y: y * grow + (move?.y ?? 0) };
          const angle = ((turn?.degrees ?? 0) * Math.PI) / 180;
          const [dx, dy] = [moved.x - (turn?.x ?? 0), moved.y - (turn?.y ?? 0)];
          const [seenX, seenY] = [
            (turn?.x ?? 0) + dx * Math.cos(angle) - dy * Math.sin(angle),
            (turn?.y ?? 0) + dx * Math.sin(angle) + dy * Math.cos(angle),
          ];
          fc.pre(seenX >= 0 && seenX <= page.width && seenY >= 0 && seenY <= page.height);
          const box = within({ turn, move, grow });
          expect(x).toBeGreaterThan(box.x - 1e-6);
          expect(x).toBeLessThan(box.x + box.width + 1e-6);
          expect(y).toBeGreaterThan(box.y - 1e-6);
          expect(y).toBeLessThan(box.y + box.height + 1e-6);
        },
      ),
    );
  });
});
