/** What is used of mailauth, which ships no types of its own. */
declare module 'mailauth/lib/dkim/verify' {
  export interface DkimResult {
    signingHeaders?: { keys: string };
    status: { result: string; comment: string | false };
  }
  export function dkimVerify(
    source: Buffer,
    options: { resolver: (name: string, type: string) => Promise<string[][]> },
  ): Promise<{ headers?: { parsed: { key: string }[] }; results: DkimResult[] }>;
}
declare module 'mailauth/lib/dkim/sign' {
  export function dkimSign(
    source: Buffer,
    options: {
      signatureData: { signingDomain: string; selector: string; privateKey: string }[];
      headerList?: string;
      /** Left out, the time is looked at twice, and a signature made over the turn of a second is none. */
      signTime?: Date;
    },
  ): Promise<{ signatures: string; errors: unknown[] }>;
}
