/**
 * The benchmarks. Each figure stands beside a baseline measured in the same run, since the machine is not ours to
 * choose. Writes docs/bench.md.
 */
import { readFileSync, writeFileSync } from 'node:fs';
import { cpus } from 'node:os';
import { batch } from './batch';
import { calendar } from './calendar';
import { checks } from './checks';
import { copies } from './copies';
import { fed } from './fed';
import { ingest, large } from './incoming';
import { mailbox } from './mailbox';
import { memory } from './memory';
import { moment } from './moment';
import { pages } from './pages';
import { phrases } from './phrases';
import { preview } from './preview';
import { lateness, startToFirstRelease, throughput } from './release';
import { replies } from './replies';
import { files, watched } from './files';
import { series } from './series';
import { size } from './size';
import type { Row } from './support';
import { times } from './times';

process.env.OAK_FROM = 'Ana Real <ana@real.example>';
process.env.OAK_ZONE = 'Europe/Lisbon';

const FIGURES = 'docs/bench.md';

const only = process.argv[2];
const parts: Record<string, () => Row | Row[] | Promise<Row | Row[]>> = {
  throughput,
  lateness,
  fed,
  start: startToFirstRelease,
  size,
  copies,
  memory,
  preview,
  moment,
  files,
  watched,
  series,
  batch,
  calendar,
  phrases,
  times,
  replies,
  checks,
  ingest,
  large,
  mailbox,
  pages,
};
const rows: Row[] = [];
for (const [name, measure] of Object.entries(parts)) {
  if (only && only !== name) continue;
  console.log(`Measuring: ${name}…`);
  const result = await measure();
  rows.push(...((Array.isArray(result[0]) ? result : [result]) as Row[]));
}

const head = ['what', 'measured', 'against', 'ratio'];
const table = [head, head.map(() => '---'), ...rows].map((row) => `| ${row.join(' | ')} |`).join('\n');
const machine = `${cpus().length} × ${cpus()[0]?.model.trim() ?? 'unknown'}, Node ${process.version}`;
console.log(table);
// A part alone is for looking at; the table tells of one whole run. What was measured otherwise stands after it, and stays.
if (!only) {
  const [, , , ...others] = readFileSync(FIGURES, 'utf8').trimEnd().split('\n\n');
  const made = `Made by \`npm run bench\` on ${machine}.`;
  writeFileSync(FIGURES, `${['# Benchmarks', made, table, ...others].join('\n\n')}\n`);
}
