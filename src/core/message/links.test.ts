import { expect, it } from 'vitest';
import { leadsElsewhere } from './links';

it.each<[words: string, href: string, elsewhere: string | undefined]>([
  ['https://bank.example/login', 'https://evil.example/login', 'evil.example'],
  ['www.bank.example', 'http://evil.example', 'evil.example'],
  ['bank.example', 'https://evil.example/bank.example', 'evil.example'],
  ['BANK.example/x', 'https://bank.example.evil.example/x', 'bank.example.evil.example'],
  ['Go to https://bank.example now', 'https://evil.example', 'evil.example'],
  ['b\u200bank.example', 'https://evil.example', 'evil.example'],
  ['https://bank.example', 'https://bank.example@evil.example/', 'evil.example'],
  ['https://bank.example@evil.example', 'https://evil.example/', 'evil.example'],
  ['read more', 'https://bank.example@evil.example/', 'evil.example'],
  ['ana@bank.example', 'mailto:ana@evil.example', 'evil.example'],
  ['ana@bank.example', 'https://evil.example', 'evil.example'],
  ['bücher.example', 'https://xn--bcher-kva.example/', undefined],
  ['раураl.example', 'https://paypal.example', 'paypal.example'],
  ['bank.example', 'https://www.bank.example/account?x=1', undefined],
  ['https://bank.example/a', 'https://login.bank.example/b', undefined],
  ['https://bank.example.', 'https://bank.example/', undefined],
  ['ana@bank.example', 'mailto:ana@bank.example?subject=hi', undefined],
  ['Museum', 'https://evil.example', undefined],
  ['crates.pdf', 'https://files.example/crates.pdf', undefined],
  ['3.5 kg', 'https://files.example', undefined],
  ['https://bank.example', 'tel:+351', undefined],
  ['https://bank.example', '#top', undefined],
])('%s → %s: %s', (words, href, elsewhere) => expect(leadsElsewhere(words, href)).toBe(elsewhere));
