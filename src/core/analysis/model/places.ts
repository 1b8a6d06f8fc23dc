import { type Model, type ModelledPart } from './model';

/** A variable that says what stands somewhere in a kit: a part, or one of the places of a slot. */
export type ModelledPlace = Pick<ModelledPart, 'variable' | 'ways' | 'isLoose' | 'isPriced'>;

/** All places of a kit: its parts, then those of its slots. */
export const placesIn = ({ parts, choices }: Pick<Model, 'parts' | 'choices'>): readonly ModelledPlace[] => [
  ...parts,
  ...choices.flatMap((choice) => {
    const { slot, variables = [] } = choice ?? {};
    return slot ? variables.map(({ variable }) => ({ ...slot, variable })) : [];
  }),
];
