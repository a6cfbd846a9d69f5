/**
 * Mail and files made to take time or memory: each kind may be asked for in any size, and repeats what it is about as
 * often as that needs.
 */

export interface Greedy {
  name: string;
  /** @param size bytes, about */
  make: (size: number) => Buffer;
}

const CRLF = '\r\n';
const times = (what: string, size: number) => what.repeat(Math.max(1, Math.floor(size / what.length)));
const HEAD = ['From: Mallory <m@evil.example>', 'To: registrar@wrenfield.example'];

const message = (headers: string[], body: string) =>
  Buffer.from([...HEAD, ...headers, '', body].join(CRLF), 'latin1');

/** Text bodies. */
const TEXTS: [string, string][] = [
  ['line ends', CRLF],
  ['bare line feeds', '\n'],
  ['bare carriage returns', '\r'],
  ['dashes', '-'],
  ['lines of dashes', `--${CRLF}`],
  ['signs of quotes', '>'],
  ['quotes in quotes', '> > > > > > > > x\r\n'],
  ['spaces', ' '],
  ['spaces and line ends', `   ${CRLF}`],
  ['tabs', '\t'],
  ['zeros', '\0'],
  ['addresses of pages', 'http://a.b/'],
  ['beginnings of addresses', 'http://'],
  ['addresses of people', 'a@b.c '],
  ['at signs', '@'],
  ['round brackets', '('],
  ['dates', '1 Nov '],
  ['weekdays', 'monday   '],
  ['hours', '10:00 '],
  ['digits', '1'],
  ['commas', ','],
  ['a line without end', 'x'],
  ['lines of a letter each', `x${CRLF}`],
  ['mailbox lines', `${CRLF}From ${CRLF}`],
  ['dots', `.${CRLF}..${CRLF}`],
  ['answers of answers', 'On Monday Mallory wrote:\r\n> '],
];

/** HTML bodies. */
const LAYOUTS: [string, string][] = [
  ['divs', '<div>'],
  ['bold in bold', '<b>'],
  ['tables with spans', '<table><tr><td><span>'],
  ['tables', '<table>'],
  ['cells', '<td>'],
  ['list in list', '<ul><li>'],
  ['quotes in quotes', '<blockquote>'],
  ['links in links', '<a href="http://x.example/?y">'],
  ['headings', '<h1>'],
  ['fonts', '<font color=red>'],
  ['formatting across blocks', '<p><b><i><p>'],
  ['closed nests', '<div><b><i>x</i></b></div>'],
  ['wrongly closed nests', '<b><i></b></i>'],
  ['ends without beginning', '</div>'],
  ['less-than signs', '<'],
  ['tags without end', '<a '],
  ['entities', '&amp;'],
  ['half entities', '&am'],
  ['numeric entities', '&#x10FFFF;'],
  ['comments', '<!-- x -->'],
  ['comments in comments', '<!--'],
  ['data in data', '<![CDATA['],
  ['instructions', '<?'],
  ['styles', '<style>a{background:url(//x.example/y)}</style>'],
  ['imported styles', '<style>@import "//x.example/y";</style>'],
  ['font faces', '<style>@font-face{font-family:a;src:url(//x.example/f)}</style>'],
  ['style attributes', '<p style="background:url(data:image/png;base64,x)url(//x.example/y)">'],
  ['open brackets of styles', '<p style="a:(((((((((((((((((((((((((((((((((((((((((((">'],
  ['backslashes of styles', '<p style="\\75\\72\\6c(">'],
  ['pictures', '<img src="//x.example/p.png">'],
  ['pictures of the message', '<img src="cid:a%20b@x">'],
  ['scripts', '<script>'],
  ['drawings', '<svg><g>'],
  ['formulas', '<math><mtext><table>'],
  ['templates', '<template>'],
  ['forms', '<form><input>'],
  ['line breaks', '<br>'],
  ['words that break', '<wbr>x'],
  ['misleading links', '<a href="http://evil.example/">http://good.example/</a>'],
];

const within = (open: string) => `<html><body>${open}`;

/** Header fields, written once for so many bytes. */
const FIELDS: [string, (size: number) => string[]][] = [
  ['one long field', (size) => [`X-A: ${times('x', size)}`]],
  ['a folded field', (size) => [`X-A: ${times('x\r\n ', size)}`]],
  ['many fields', (size) => times('X-A: y\n', size).split('\n').filter(Boolean)],
  ['fields without a name', (size) => times(': y\n', size).split('\n').filter(Boolean)],
  ['many addresses', (size) => [`Cc: ${times('a@x.example, ', size)}b@x.example`]],
  ['names without addresses', (size) => [`Cc: ${times('a, ', size)}`]],
  ['groups', (size) => [`Cc: ${times('g: a@x.example; ', size)}`]],
  ['groups in groups', (size) => [`Cc: ${times('g:', size)}`]],
  ['comments in comments', (size) => [`Cc: ${times('(', size)}`]],
  ['open quotes', (size) => [`Cc: ${times('"a', size)}`]],
  ['open angles', (size) => [`Cc: ${times('<a', size)}`]],
  ['backslashes', (size) => [`Cc: "${times('\\"', size)}`]],
  ['encoded words', (size) => [`Subject: ${times('=?utf-8?Q?=C3=A9?= ', size)}`]],
  ['half encoded words', (size) => [`Subject: ${times('=?utf-8?Q?', size)}`]],
  ['encoded words of no charset', (size) => [`Subject: ${times('=?x?B?AA==?=', size)}`]],
  ['ids in references', (size) => [`References: ${times('<a@x> ', size)}`]],
  ['half ids', (size) => [`References: ${times('<a', size)}`]],
  ['a long id', (size) => [`Message-ID: <${times('a', size)}@x>`]],
  ['answers of answers', (size) => [`Subject: ${times('Re: ', size)}`]],
  ['a long date', (size) => [`Date: ${times('Mon, 1 Jan ', size)}`]],
  ['comments of a date', (size) => [`Date: Mon, 1 Jan 2026 00:00:00 +0000 ${times('(', size)}`]],
  ['parameters', (size) => [`Content-Type: text/plain; ${times('a=b; ', size)}`]],
  [
    'continued parameters (RFC 2231)',
    (size) => [
      `Content-Disposition: attachment; ${Array.from({ length: Math.max(1, Math.floor(size / 16)) }, (_, n) => `filename*${n}*=x`).join('; ')}`,
    ],
  ],
  ['a long boundary', (size) => [`Content-Type: multipart/mixed; boundary=${times('b', size)}`]],
];

const part = (type: string, body: string) => `--b${CRLF}Content-Type: ${type}${CRLF}${CRLF}${body}${CRLF}`;

/** Structures. */
const STRUCTURES: [string, (size: number) => Buffer][] = [
  [
    'parts in parts',
    (size) => {
      const depth = Math.max(1, Math.floor(size / 60));
      const open = (n: number) => `Content-Type: multipart/mixed; boundary=b${n}${CRLF}${CRLF}--b${n}${CRLF}`;
      return Buffer.from(
        [...HEAD, Array.from({ length: depth }, (_, n) => open(n)).join('')].join(CRLF),
        'latin1',
      );
    },
  ],
  ['parts beside parts', (size) => mixed(times(part('text/plain', 'x'), size))],
  ['files beside files', (size) => mixed(times(part('application/octet-stream; name=a', 'x'), size))],
  ['parts of nothing', (size) => mixed(times(`--b${CRLF}`, size))],
  ['pages beside pages', (size) => mixed(times(part('text/html', '<p>x'), size))],
  ['pictures of one name', (size) => mixed(part('text/html', '<img src=cid:a>') + times(picture, size))],
  ['calendars', (size) => mixed(times(part('text/calendar', 'BEGIN:VCALENDAR'), size))],
  ['reports', (size) => mixed(times(part('message/delivery-status', 'Action: failed'), size), 'report')],
  ['alternatives', (size) => mixed(times(part('text/plain', 'x'), size), 'alternative')],
  ['messages in messages', (size) => Buffer.from(HEAD.join(CRLF) + CRLF + times(passedOn, size), 'latin1')],
  [
    'messages beside messages',
    (size) => mixed(times(part('message/rfc822', `Subject: x${CRLF}${CRLF}y`), size)),
  ],
  ['almost boundaries', (size) => mixed(times(`--b-${CRLF}`, size))],
  ['base64 of nothing', (size) => encoded('base64', times('=', size))],
  ['base64 of other letters', (size) => encoded('base64', times('é*', size))],
  ['base64', (size) => encoded('base64', times(`QUJD${CRLF}`, size))],
  ['quoted-printable', (size) => encoded('quoted-printable', times('=C3=A9', size))],
  ['soft line ends', (size) => encoded('quoted-printable', times(`=${CRLF}`, size))],
  ['half quoted', (size) => encoded('quoted-printable', times('=', size))],
  [
    'flowed text (RFC 3676)',
    (size) => message(['Content-Type: text/plain; format=flowed'], times(`x ${CRLF}`, size)),
  ],
  [
    'flowed quotes',
    (size) => message(['Content-Type: text/plain; format=flowed'], times(`>>> x ${CRLF}`, size)),
  ],
  [
    'combining marks',
    (size) =>
      Buffer.concat([
        message(['Content-Type: text/plain; charset=utf-8'], ''),
        Buffer.from(times('\u0301', size / 2)),
      ]),
  ],
  [
    'letters of two directions',
    (size) =>
      Buffer.concat([
        message(['Content-Type: text/plain; charset=utf-8'], ''),
        Buffer.from(times('\u202e\u05d0', size / 3)),
      ]),
  ],
  [
    'emoji joined',
    (size) =>
      Buffer.concat([
        message(['Content-Type: text/plain; charset=utf-8'], ''),
        Buffer.from(times('\u{1f469}\u200d', size / 5)),
      ]),
  ],
  [
    'another charset',
    (size) => message(['Content-Type: text/plain; charset=iso-2022-jp'], times('\x1b$B!', size)),
  ],
  ['no header', (size) => Buffer.from(times('x', size))],
];

const picture = part('image/png\r\nContent-ID: <a>', 'x');
const passedOn = `Content-Type: message/rfc822${CRLF}${CRLF}Subject: x${CRLF}`;

function mixed(body: string, kind = 'mixed'): Buffer {
  return message([`Content-Type: multipart/${kind}; boundary=b`], `${body}--b--`);
}

function encoded(encoding: string, body: string): Buffer {
  return message(['Content-Type: text/html', `Content-Transfer-Encoding: ${encoding}`], body);
}

/** Messages. */
export const greedyMail: Greedy[] = [
  ...TEXTS.map(([name, what]) => ({
    name: `text of ${name}`,
    make: (size: number) => message([], times(what, size)),
  })),
  ...LAYOUTS.map(([name, what]) => ({
    name: `HTML of ${name}`,
    make: (size: number) => message(['Content-Type: text/html'], within(times(what, size))),
  })),
  ...FIELDS.map(([name, fields]) => ({
    name: `a header of ${name}`,
    make: (size: number) => message(fields(size), 'x'),
  })),
  ...STRUCTURES.map(([name, make]) => ({ name: `a structure of ${name}`, make })),
];

export interface GreedyFile extends Greedy {
  /** Which way in it is for. */
  way: 'vcard' | 'csv' | 'holidays' | 'todos' | 'mbox' | 'eml';
}

const card = 'BEGIN:VCARD\nVERSION:4.0\nFN:A\nEMAIL:a@x.example\nEND:VCARD\n';
const calendar = (inner: string) => Buffer.from(`BEGIN:VCALENDAR\nVERSION:2.0\n${inner}END:VCALENDAR\n`);
const day = (rule: string) =>
  `BEGIN:VEVENT\nUID:1\nDTSTART;VALUE=DATE:20260101\nRRULE:${rule}\nSUMMARY:x\nEND:VEVENT\n`;

const file = (way: GreedyFile['way'], name: string, make: (size: number) => Buffer): GreedyFile => ({
  way,
  name: `${way}: ${name}`,
  make,
});
const repeated = (way: GreedyFile['way'], name: string, what: string) =>
  file(way, name, (size) => Buffer.from(times(what, size)));

/** Files for every way in. */
export const greedyFiles: GreedyFile[] = [
  repeated('vcard', 'beginnings', 'BEGIN:VCARD\n'),
  repeated('vcard', 'ends', 'END:VCARD\n'),
  repeated('vcard', 'cards', card),
  repeated(
    'vcard',
    'cards of one name and many addresses',
    'BEGIN:VCARD\nFN:A\nEMAIL:a@x.example\nEMAIL:b@x.example\n',
  ),
  file('vcard', 'a folded line', (size) =>
    Buffer.from(`BEGIN:VCARD\nFN:${times('x\n ', size)}\nEND:VCARD\n`),
  ),
  file('vcard', 'parameters', (size) => Buffer.from(`BEGIN:VCARD\nFN${times(';A=B', size)}:x\nEND:VCARD\n`)),
  repeated('csv', 'quotes', '"'),
  repeated('csv', 'commas', ','),
  repeated('csv', 'rows', 'A,a@x.example\n'),
  file('csv', 'people', (size) => Buffer.from(`name,addresses\n${times('A,a@x.example\n', size)}`)),
  file('csv', 'an open quote', (size) => Buffer.from(`name,addresses\n"${times('x\n', size)}`)),
  ...[
    'FREQ=YEARLY;INTERVAL=99999999',
    'FREQ=SECONDLY',
    'FREQ=YEARLY;BYMONTH=9;BYMONTHDAY=31',
    'FREQ=DAILY;BYHOUR=25',
  ].map((rule) => file('holidays', rule, () => calendar(day(rule)))),
  ...[
    'FREQ=MINUTELY;INTERVAL=0',
    'FREQ=YEARLY;BYDAY=60MO',
    'FREQ=MONTHLY;BYDAY=6MO',
    'FREQ=YEARLY;BYYEARDAY=366;INTERVAL=3',
  ].map((rule) => file('holidays', rule, () => calendar(day(rule)))),
  file('holidays', 'days', (size) => calendar(times(day('FREQ=YEARLY'), size))),
  file('holidays', 'beginnings', (size) => calendar(times('BEGIN:VEVENT\n', size))),
  file('holidays', 'a zone that changes every second', () =>
    calendar(
      'BEGIN:VTIMEZONE\nTZID:x\nBEGIN:STANDARD\nDTSTART:19700101T000000\nRRULE:FREQ=SECONDLY\nTZOFFSETFROM:+0000\nTZOFFSETTO:+0100\nEND:STANDARD\nEND:VTIMEZONE\n' +
        'BEGIN:VEVENT\nUID:1\nDTSTART;TZID=x:20260101T000000\nSUMMARY:x\nEND:VEVENT\n',
    ),
  ),
  file('todos', 'to-dos', (size) => calendar(times('BEGIN:VTODO\nSUMMARY:x\nEND:VTODO\n', size))),
  file('todos', 'alarms', (size) =>
    calendar(
      `BEGIN:VTODO\nSUMMARY:x\n${times('BEGIN:VALARM\nTRIGGER:-PT1M\nEND:VALARM\n', size)}END:VTODO\n`,
    ),
  ),
  file('todos', 'a zone that changes every second', () =>
    calendar(
      'BEGIN:VTIMEZONE\nTZID:x\nBEGIN:STANDARD\nDTSTART:19700101T000000\nRRULE:FREQ=SECONDLY\nTZOFFSETFROM:+0000\nTZOFFSETTO:+0100\nEND:STANDARD\nEND:VTIMEZONE\n' +
        'BEGIN:VTODO\nUID:1\nDUE;TZID=x:20270101T000000\nSUMMARY:x\nEND:VTODO\n',
    ),
  ),
  file('todos', 'a long summary', (size) =>
    calendar(`BEGIN:VTODO\nSUMMARY:${times('\\n', size)}\nEND:VTODO\n`),
  ),
  repeated('mbox', 'lines between messages', 'From \n\n'),
  repeated('mbox', 'quoted lines', '>From x\n'),
  repeated('mbox', 'small messages', 'From a\nSubject: x\n\nhi\n\n'),
  repeated('mbox', 'line ends', '\n'),
  file('mbox', 'one long message', (size) => Buffer.from(`From a\nSubject: x\n\n${times('hi\n', size)}`)),
  file('mbox', 'a message that is too strange', (size) =>
    Buffer.concat([
      Buffer.from('From a\nSubject: before\n\nhi\n\nFrom b\n'),
      greedyMail.find(({ name }) => name.endsWith('of parts beside parts'))!.make(size),
      Buffer.from('\n\nFrom c\nSubject: after\n\nhi\n'),
    ]),
  ),
  repeated('eml', 'line ends', '\r\n'),
  file('eml', 'one long message', (size) => message([], times('hi\r\n', size))),
];
