/** How a draft is meant to leave: part of it, and committing to nothing. */
import { leavesOnceHeld } from '#core/plan/kinds/registry';
import { usualChoices, type Choices, type Plan } from '#core/plan/plan';
import type { Departure } from '#store/departures';
import type { Message } from '#store/messages';

/** As far as it is given; what is usual is not kept. */
export function readIntent({
  plan,
  choices,
}: {
  plan?: Plan | null;
  choices?: Choices;
}): Partial<Pick<Message, 'plan' | 'choices'>> {
  const usual = choices && JSON.stringify(choices) === JSON.stringify(usualChoices);
  return {
    ...(plan !== undefined && { plan: plan && leavesOnceHeld(plan) ? null : plan }),
    ...(choices && { choices: usual ? null : choices }),
  };
}

/** A draft that was on its way is meant to leave as it was going to. */
export function intentOf({ plan, reader, ifTheyWriteFirst, ifOff }: Departure) {
  const copies = reader === null ? ('together' as const) : ('individual' as const);
  return readIntent({ plan, choices: { copies, ifTheyWriteFirst, ifOff: ifOff ?? usualChoices.ifOff } });
}
