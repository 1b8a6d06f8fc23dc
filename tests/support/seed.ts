import fc from 'fast-check';

/**
 * The same random values in every run, so that a red run can be repeated and a green one means the same everywhere.
 * `OAK_KNOT_SEED=any` looks further, with values never tried before; a number repeats what such a run found.
 */
const asked = process.env.OAK_KNOT_SEED;
if (asked !== 'any') fc.configureGlobal({ ...fc.readConfigureGlobal(), seed: Number(asked ?? 20_260_901) });
