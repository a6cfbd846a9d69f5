/** Messages for tests, as bytes. */

export interface MailParts {
  id?: string;
  from?: string;
  to?: string;
  subject?: string;
  text?: string;
  date?: string;
  re?: string;
  headers?: readonly string[];
}

/** A plain message; what is not given is usual. */
export function mailOf(parts: MailParts = {}): Buffer {
  const {
    from = 'Haruki Anzai <h@x.example>',
    to = 'registrar@wrenfield.example',
    subject = 'Crates',
  } = parts;
  const lines = [
    `From: ${from}`,
    `To: ${to}`,
    `Subject: ${subject}`,
    ...(parts.id ? [`Message-ID: <${parts.id}@x.example>`] : []),
    ...(parts.re ? [`In-Reply-To: <${parts.re}@x.example>`] : []),
    ...(parts.date ? [`Date: ${parts.date}`] : []),
    'Content-Type: text/plain; charset=utf-8',
    ...(parts.headers ?? []),
    '',
    parts.text ?? 'Text of the message.',
  ];
  return Buffer.from(lines.join('\r\n'));
}
