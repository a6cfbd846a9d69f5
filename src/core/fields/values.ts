/** Values somebody gave to fields of their own. */
import { addressKey } from '../message/address';
import { keyOf } from './syntax';

/** By the name of the field, then by reader in lower case; under `''` for whoever has none of their own. */
export type FieldValues = Record<string, Record<string, string>>;

/** Those that hold for one reader; of several together, for all of them. */
export function valuesFor(values: FieldValues, address: string | undefined): Record<string, string> {
  const key = address === undefined ? '' : addressKey(address);
  return Object.fromEntries(
    Object.entries(values).map(([name, byReader]) => [keyOf(name), byReader[key] ?? byReader[''] ?? '']),
  );
}

/** With one value more or other; an empty one is none. */
export function withValue(values: FieldValues, name: string, address: string, value: string): FieldValues {
  const field = keyOf(name);
  const key = address && addressKey(address);
  const others = Object.entries(values[field] ?? {}).filter(([each]) => each !== key);
  const all = Object.fromEntries(value === '' ? others : [...others, [key, value]]);
  return { ...values, [field]: all };
}

/** As they are kept: names and addresses as they are compared, nothing without a value. */
export function keptValues(values: FieldValues): FieldValues {
  const kept = Object.entries(values).map(([name, byReader]): [string, Record<string, string>] => [
    keyOf(name),
    Object.fromEntries(
      Object.entries(byReader).flatMap(([address, value]) =>
        value === '' ? [] : [[address && addressKey(address), value]],
      ),
    ),
  ]);
  return Object.fromEntries(kept.filter(([, byReader]) => Object.keys(byReader).length > 0));
}
