import { figuresOf, resultUnit } from '@/core/compile';
import { type Dim } from '@/core/formula';
import { useEditing } from '@/features/editors/frame';

/** A formula that conditions can ask about, with the unit that its result is usually told in. */
export interface AskedFigure {
  readonly key: string;
  readonly title: string;
  readonly unit: string;
  readonly dim: Dim;
}

/** The formulas of what is edited that conditions can ask about. */
export function useFigures(): AskedFigure[] {
  const { program, shop } = useEditing();
  return [...figuresOf(program.formulas)].flatMap(([key, { title, dim, ofBase }]) =>
    dim && !ofBase ? [{ key, title, dim, unit: dim.money === 1 ? shop.currency : (resultUnit(dim)?.code ?? '1') }] : [],
  );
}
