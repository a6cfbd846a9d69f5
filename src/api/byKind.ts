import Joi from 'joi';

/** Says of a branch that it is there for the words of a refusal alone; what is published leaves it out. */
export const FOR_ITS_WORDS = 'Only what is refused comes here.';

/**
 * One of several objects, told apart by their `kind`. What has no such kind is refused by naming the kinds there are.
 * @param kinds the fields of each beside `kind`
 */
export function byKind(kinds: Record<string, Joi.SchemaMap>): Joi.AlternativesSchema {
  const names = Object.keys(kinds);
  return Joi.alternatives().conditional('.kind', {
    switch: names.map((name) => ({
      is: name,
      then: Joi.object({ kind: Joi.valid(name).required(), ...kinds[name] }),
    })),
    otherwise: Joi.object({ kind: Joi.valid(...names).required() })
      .unknown()
      .description(FOR_ITS_WORDS),
  });
}
