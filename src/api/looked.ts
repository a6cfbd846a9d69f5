import type Joi from 'joi';

/** A string that is looked at with more than a pattern. @param why says what is wrong with it, if anything is */
export const looked = (schema: Joi.StringSchema, why: (value: string) => string | undefined) =>
  schema.custom((value: string, helpers) => {
    const words = why(value);
    return words === undefined ? value : helpers.message({ custom: words });
  });
