/** The languages a request asks for (RFC 9110 §12.5.4), of those the product reads, the most wanted first. */
import { languagesOf, type Language } from '#core/text/language';

export function languagesAsked(request: Request): Language[] {
  const ranges = (request.headers.get('accept-language') ?? '').split(',').map((range) => {
    const [tag, ...parameters] = range.split(';');
    const weight = parameters.map((each) => /^\s*q=([\d.]+)\s*$/i.exec(each)?.[1]).find(Boolean);
    return { tag: tag!, weight: weight === undefined ? 1 : Number(weight) };
  });
  const wanted = ranges.filter(({ weight }) => weight > 0).sort((a, b) => b.weight - a.weight);
  return languagesOf(wanted.map(({ tag }) => tag));
}
