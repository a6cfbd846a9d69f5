/** Warnings gathered for reading: what concerns many readers alike is said once. */
import type { Fix, PlanWarning, WarningCode } from './plan';

/** One line. */
export interface GatheredWarning {
  code: WarningCode;
  text: string;
  /** The readers it concerns; empty where it concerns the plan. */
  addresses: string[];
  fixes: Fix[];
}

/** Named before they are counted. */
const NAMED = 3;

/** What is said of several readers at once, to follow their number; of what is missing each is said by itself. */
const OF_SEVERAL: Partial<Record<WarningCode, string>> = {
  night: 'readers get it in their night',
  weekend: 'readers get it on a day off',
  holiday: 'readers get it on a public holiday',
  leave: 'readers are on leave then',
  close: 'readers get something else of yours within minutes of it',
  'unknown-zone': 'readers have no time zone yet',
  'clock-change': 'readers have another distance from your clock then',
};

/** The way out that most of them are offered; of several as good, the first. */
function bestFix(warnings: readonly PlanWarning[]): Fix[] {
  const offered = new Map<string, { fix: Fix; times: number }>();
  for (const fix of warnings.flatMap(({ fixes }) => fixes.slice(0, 1))) {
    const key = JSON.stringify(fix.plan);
    const known = offered.get(key) ?? { fix, times: 0 };
    offered.set(key, { fix, times: known.times + 1 });
  }
  return [...offered.values()]
    .sort((a, b) => b.times - a.times)
    .slice(0, 1)
    .map(({ fix }) => fix);
}

/** @param nameOf what a reader is called, by address */
export function gatherWarnings(
  warnings: readonly PlanWarning[],
  nameOf: (address: string) => string,
): GatheredWarning[] {
  const alike = new Map<string, PlanWarning[]>();
  warnings.forEach((warning, index) => {
    const key = warning.address && OF_SEVERAL[warning.code] ? warning.code : `${index}`;
    alike.set(key, [...(alike.get(key) ?? []), warning]);
  });
  return [...alike.values()].map((all): GatheredWarning => {
    const [first] = all as [PlanWarning, ...PlanWarning[]];
    const addresses = [...new Set(all.flatMap(({ address }) => (address ? [address] : [])))];
    if (addresses.length < 2) return { code: first.code, text: first.text, addresses, fixes: first.fixes };
    const named = addresses.slice(0, NAMED).map(nameOf);
    const more = addresses.length - named.length;
    const names = more > 0 ? `${named.join(', ')} and ${more} more` : named.join(', ');
    const text = `${addresses.length} ${OF_SEVERAL[first.code]}: ${names}.`;
    return { code: first.code, text, addresses, fixes: bestFix(all) };
  });
}
