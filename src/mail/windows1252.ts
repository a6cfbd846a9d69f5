/**
 * Text in windows-1252, and in what is called by it (`iso-8859-1`, `us-ascii` and others), as the Encoding Standard
 * (WHATWG, §4.2 and the index windows-1252) has it. Some versions of Node leave the bytes 80 to 9F as they are.
 */

/** What these bytes stand for; five stand for themselves. */
const HIGH = '€\x81‚ƒ„…†‡ˆ‰Š‹Œ\x8dŽ\x8f\x90‘’“”•–—˜™š›œ\x9džŸ';

const mended = (text: string): string =>
  text.replace(/[\x80-\x9f]/g, (byte) => HIGH[byte.charCodeAt(0) - 0x80]!);

class StandardDecoder extends TextDecoder {
  override decode(...given: Parameters<TextDecoder['decode']>): string {
    const text = super.decode(...given);
    return this.encoding === 'windows-1252' ? mended(text) : text;
  }
}

/** From now on this process decodes so, libraries included. */
export function decodeAsTheStandardSays(): void {
  globalThis.TextDecoder = StandardDecoder;
}
