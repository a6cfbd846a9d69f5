import { describe, expect, it } from 'vitest';
import { readOffers } from './offers';

describe('what a server offers', () => {
  it.each([
    ['250-mail.x.example\r\n250-SIZE 35882577\r\n250-8BITMIME\r\n250 DSN', true, 35_882_577],
    ['250-mail.x.example\n250-size 10\n250 dsn', true, 10],
    // RFC 1870 §3: zero, or no figure, is no limit.
    ['250-mail.x.example\r\n250-SIZE 0\r\n250 HELP', false, undefined],
    ['250-mail.x.example\r\n250 SIZE', false, undefined],
    // Its own name is no extension, nor is a longer word.
    ['250-DSNX.example\r\n250-DSNX\r\n250 XSIZE 5', false, undefined],
    ['250 mail.x.example', false, undefined],
    ['', false, undefined],
  ])('is read from %j', (reply, receipts, maxSize) => {
    expect(readOffers(reply)).toEqual({ receipts, maxSize });
  });

  it('is not mistaken for its name', () => {
    expect(readOffers('250-DSN.example greets you\r\n250 HELP').receipts).toBe(false);
  });
});
