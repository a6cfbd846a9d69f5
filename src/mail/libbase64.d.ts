/** What is used of libbase64, which ships no types of its own. */
declare module 'libbase64' {
  const libbase64: {
    encode(bytes: Buffer): string;
    /** Breaks into lines of so many characters, with CRLF between them. */
    wrap(text: string, length: number): string;
  };
  export default libbase64;
}
