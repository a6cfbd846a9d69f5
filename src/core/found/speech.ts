/**
 * How times are spoken of in letters, by language: sources of expressions (flags `iu`), to be put between letters that are none.
 * What only one language says stands with it; figures and signs that all share are in clocks.ts and days.ts.
 */
import type { Language } from '../text/language';

export interface Speech {
  /** Days by how far they are from the one it is written on. */
  relative: readonly (readonly [source: string, days: number])[];
  /** What makes a weekday that of the week after, before it or behind it; what leaves it the nearest; what makes it past. */
  next: readonly [before: string, behind: string];
  /** A weekday “next” names in this language is that of next week, and not the coming one. */
  nextIsAfter: boolean;
  coming: readonly [before: string, behind: string];
  last: readonly [before: string, behind: string];
  /** What is written onto a weekday or after it; hours it spans. */
  parts: readonly (readonly [source: string, part: PartName])[];
  /** Stands before a time of day, and makes a bare number one. */
  at: string;
  /** Stands before a time that somebody is to be ready at: only such a one may go without a day. */
  readyAt: string;
  /** Stands before the first of two ends. */
  from: string;
  /** Stands between two ends; the second where “between” was said. */
  to: string;
  or: string;
  /** Stands between what belongs together, saying nothing. */
  glue: string;
  /** Stands after the number of an hour. */
  hours: string;
  /** One hour in words, and how its halves and quarters are said. `#` is the hour, in words or figures. */
  spoken: readonly (readonly [source: string, minutes: number])[];
  noon: string;
  midnight: string;
  /** Day of the month alone: `#`. */
  dayOfMonth: string;
  yours: string;
  ours: string;
  /** The same, right beside a time alone: elsewhere they say something else. */
  besideYours: string;
  besideOurs: string;
  /** Before the name of a place whose clock is meant; behind it. */
  place: readonly [before: string, behind: string];
  /** A sentence with this tells what happens always; what happened; what has to be done by then; what moves from one day to another. */
  always: string;
  past: string;
  deadline: string;
  moves: string;
}

export type PartName = 'morning' | 'noon' | 'afternoon' | 'evening';

export const SPEECH: Readonly<Record<Language, Speech>> = {
  en: {
    relative: [
      ['(?:the )?day after tomorrow', 2],
      ['tomorrow', 1],
      ['today|tonight|this(?= (?:morning|afternoon|evening))', 0],
      ['yesterday', -1],
      ['the day before yesterday', -2],
    ],
    next: ['next', ''],
    nextIsAfter: true,
    coming: ['this(?: coming)?|coming', ''],
    last: ['last|past|previous', ''],
    parts: [
      ['(?:in the )?(?:early )?morning', 'morning'],
      ['(?:in the )?(?:early |late )?afternoon', 'afternoon'],
      ['(?:in the )?evening|(?:at )?night', 'evening'],
    ],
    at: 'at|around|about|say|by about|from',
    readyAt: 'at|around',
    from: 'from|between',
    to: 'to|till|until|and',
    or: 'or|and',
    glue: 'at|on|in|the|from|between|around|about|say|say at|of|for|starting|either|both|then|maybe|perhaps',
    hours: "o['’]?clock|hrs?|hours|h",
    spoken: [
      ['half past #|# thirty', 30],
      ['(?:a )?quarter past #', 15],
      ['(?:a )?quarter to #', -15],
      ['ten past #', 10],
      ['twenty past #', 20],
      ['ten to #', -10],
      ['twenty to #', -20],
    ],
    noon: 'noon|midday|12 noon',
    midnight: 'midnight',
    dayOfMonth: '(?:the |(?<=day,? ))#(?:st|nd|rd|th)',
    yours: 'your (?:local )?time',
    ours: '(?:my|our) (?:local )?time',
    besideYours: '(?:on |at )?your (?:end|side)|where you are|for you|over there',
    besideOurs: '(?:on |at )?(?:my|our) (?:end|side)|where (?:i am|we are)|for (?:me|us)|(?:over )?here',
    place: ['in', '(?:local )?time'],
    always:
      'every|each (?:day|week|month|year|morning|afternoon|evening|\\p{L}+day)|always|daily|weekly|usually|on (?:mon|tues|wednes|thurs|fri|satur|sun)days|opening hours|weekdays',
    past: '(?<!(?:is|are|be|been|being|gets?) (?:\\p{L}+ )?)(?:was|were|sent|received|met|had|got|arrived|came|spoke|talked|wrote|went|asked|did|cleared|shipped|signed|collected|delivered|called|visited|landed|returned|discussed)|thanks? (?:you )?for',
    deadline: 'deadline|due|no later than|not later than|at the latest',
    moves: 'moved?|changed?|shift(?:ed)?|postponed|rescheduled?|instead',
  },
  de: {
    relative: [
      ['übermorgen|uebermorgen', 2],
      ['(?<!guten )morgen', 1],
      ['heute', 0],
      ['vorgestern', -2],
      ['gestern', -1],
    ],
    next: ['nächste[nrms]?|naechste[nrms]?', 'nächster woche|in einer woche'],
    nextIsAfter: true,
    coming: ['diese[nrms]?|kommende[nrms]?', ''],
    last: ['letzte[nrms]?|vergangene[nrms]?|vorige[nrms]?', ''],
    parts: [
      ['früh|vormittags?|am vormittag|am morgen|morgens|in der früh|(?<=heute )morgen', 'morning'],
      ['mittags?|am mittag|zu mittag', 'noon'],
      ['nachmittags?|am nachmittag', 'afternoon'],
      ['abends?|am abend|nachts?|in der nacht', 'evening'],
    ],
    at: 'um|gegen|ab|so um|etwa um|ca\\.|zirka|auf',
    readyAt: 'um|gegen',
    from: 'von|zwischen|ab',
    to: 'bis|und',
    or: 'oder|und|bzw\\.',
    glue: 'um|am|an|von|zwischen|gegen|ab|den|der|dem|vom|noch|ginge|wäre|ist|uhr|so|auch|vielleicht|schon|jeweils|entweder|auf',
    hours: 'uhr|h',
    spoken: [
      ['halb #', -30],
      ['viertel nach #', 15],
      ['viertel vor #', -15],
      ['dreiviertel #', -15],
      ['zehn nach #', 10],
      ['zehn vor #', -10],
      ['zwanzig nach #', 20],
    ],
    noon: '12 uhr mittags',
    midnight: 'mitternacht',
    dayOfMonth: 'am #\\.(?!\\d)',
    yours: '(?:nach )?(?:ihrer|deiner|eurer|ihre|deine) (?:orts)?zeit',
    ours: '(?:nach )?(?:meiner|unserer|meine|unsere) (?:orts)?zeit|hiesiger zeit',
    besideYours: 'bei (?:ihnen|dir|euch)|für (?:sie|dich|euch)',
    besideOurs: 'bei (?:mir|uns)|für (?:mich|uns)|hier',
    place: ['in', '(?:orts)?zeit'],
    always:
      'jede[nrsm]?|immer|täglich|wöchentlich|(?:mon|diens|donners|frei|sams|sonn)tags|mittwochs|öffnungszeiten|werktags|regelmäßig',
    past: 'war|waren|wurde|wurden|hatte|hatten|traf|kam|danke für|(?:habe|haben|hat|hast|bin) .*(?:ge\\p{L}+(?:t|en)|[bvez]er?\\p{L}+t)',
    deadline: 'frist|spätestens|stichtag|fällig|(?:antworten|antwort) (?:sie )?bis',
    moves: 'verlegt|verschoben|verschieben|verlegen|statt',
  },
  pt: {
    relative: [
      ['depois de amanhã', 2],
      ['amanhã', 1],
      ['hoje', 0],
      ['anteontem', -2],
      ['ontem', -1],
    ],
    next: ['', 'da próxima semana|da semana que vem'],
    nextIsAfter: false,
    coming: ['próxim[ao]|est[ae]|n?est[ae]', 'próxim[ao]|que vem'],
    last: ['últim[ao]|passad[ao]', 'passad[ao]'],
    parts: [
      ['(?:de|pela|da) manhã', 'morning'],
      ['à hora de almoço', 'noon'],
      ['(?:à|de|pela|da) tarde', 'afternoon'],
      ['(?:à|de|da) noite', 'evening'],
    ],
    at: 'às|à|as|pelas|por volta das?|cerca das?|a partir das?|desde as',
    readyAt: 'às|pelas|por volta das?',
    from: 'das?|entre as?|entre|de|desde as?',
    to: 'às|as|à|até às?|e as|e|a',
    or: 'ou|e',
    glue: 'às|à|as|das?|na|no|em|a|o|de|do|dia|para|entre|pelas|por volta|a partir|serve|talvez|seria|depois',
    hours: 'horas?|h',
    spoken: [
      ['# (?:horas? )?e meia', 30],
      ['# (?:horas? )?e um quarto|# e quinze', 15],
      ['# (?:horas? )?menos um quarto', -15],
      ['um quarto para as #|quinze para as #', -15],
      ['# e dez', 10],
      ['# e vinte', 20],
    ],
    noon: '(?:ao )?meio[- ]dia',
    midnight: '(?:à )?meia[- ]noite',
    dayOfMonth: 'dia #',
    yours: '(?:na |à )?(?:sua|vossa|tua) hora|hora (?:sua|vossa|tua)',
    ours: '(?:na |à )?(?:minha|nossa) hora|hora (?:minha|nossa)',
    besideYours: 'aí|para (?:si|ti|você|vós)',
    besideOurs: 'aqui|para (?:mim|nós)',
    place: ['(?:hora|horas) (?:de|do|da|em)|em', ''],
    always:
      'tod[ao]s [ao]s|cada|sempre|diariamente|semanalmente|habitualmente|às (?:segundas|terças|quartas|quintas|sextas)|aos (?:sábados|domingos)|horário',
    past: 'foi|foram|estava|\\p{L}+(?:ámos|ei)|enviou|recebeu|recebemos|chegou|falou|disse|esteve|tivemos|obrigad[oa] pel[oa]',
    deadline: 'prazo|o mais tardar|data limite|responda .*até|responder até',
    moves: 'passou|passa|mudou|muda|adiad[ao]|adiou|em vez',
  },
  fr: {
    relative: [
      ['après-demain|apres-demain|après demain', 2],
      ['demain', 1],
      ["aujourd[’']hui|ce(?= (?:matin|soir))|cet(?= (?:après-midi|aprem))", 0],
      ['avant-hier', -2],
      ['hier', -1],
    ],
    next: ['', 'de la semaine prochaine|en huit'],
    nextIsAfter: false,
    coming: ['ce', 'prochain|qui vient'],
    last: ['', 'dernier|passé'],
    parts: [
      ['(?:du |le |au |dans la )?(?:matin|matinée)', 'morning'],
      ["à l[’']heure du déjeuner", 'noon'],
      ["(?:de l[’']|l[’']|dans l[’'])?(?:après-midi|apres-midi|aprem)", 'afternoon'],
      ['(?:du |le |en |dans la |au )?(?:soir|soirée)', 'evening'],
    ],
    at: 'à|vers|dès|à partir de|aux alentours de|disons|pour',
    readyAt: 'à|vers',
    from: 'de|entre|dès',
    to: "à|a|jusqu[’']à|et",
    or: 'ou|et',
    glue: 'à|vers|le|de|du|entre|dès|au|à partir|peut-être|disons|pour|sinon|puis|aussi',
    hours: 'heures?|h',
    spoken: [
      ['# heures? et demie?', 30],
      ['# heures? et quart', 15],
      ['# heures? moins le quart', -15],
      ['# heures? dix', 10],
      ['# heures? vingt', 20],
      ['# heures? trente', 30],
      ['# heures? quinze', 15],
    ],
    noon: 'midi',
    midnight: 'minuit',
    dayOfMonth: 'le #(?:er)?',
    yours: '(?:à )?(?:votre|ton|vos) heures?|heure de chez (?:vous|toi)',
    ours: '(?:à )?(?:mon|notre) heure|heure de chez (?:moi|nous)',
    besideYours: 'chez (?:vous|toi)|pour (?:vous|toi)',
    besideOurs: 'chez (?:moi|nous)|pour (?:moi|nous)|ici',
    place: ["(?:à l[’'])?heure (?:de|du|d[’'])", ''],
    always:
      'tous les|toutes les|chaque|toujours|quotidien\\p{L}*|hebdomadaire\\p{L}*|habituellement|du lundi au|horaires',
    past: 'était|étaient|(?:ai|as|a|avons|avez|ont) (?:\\p{L}+ )?\\p{L}{2,}(?:é|ée|és|ées|u|us|is|it)|merci pour',
    deadline: 'date limite|au plus tard|délai|échéance|répondre avant',
    moves: 'passe|passé|déplacée?|reportée?|décalée?|au lieu',
  },
  es: {
    relative: [
      ['pasado mañana', 2],
      ['mañana', 1],
      ['hoy|esta(?= (?:mañana|tarde|noche))', 0],
      ['anteayer', -2],
      ['ayer', -1],
    ],
    next: ['', 'de la semana que viene|de la próxima semana'],
    nextIsAfter: false,
    coming: ['próximo|este', 'que viene|próximo'],
    last: ['último|pasado', 'pasado'],
    parts: [
      ['(?:por|de|en) la mañana|(?<=esta )mañana', 'morning'],
      ['a la hora de comer', 'noon'],
      ['(?:por|de|en) la tarde|(?<=esta )tarde', 'afternoon'],
      ['(?:por|de|en) la noche|(?<=esta )noche', 'evening'],
    ],
    at: 'a las?|sobre las?|hacia las?|a partir de las?|desde las?|a eso de las?|las',
    readyAt: 'a las?|sobre las?|hacia las?',
    from: 'de las?|de|entre las?|desde las?',
    to: 'a las?|a|hasta las?|y las?|y',
    or: 'o|u|y',
    glue: 'a las?|las?|el|de|del|entre|sobre|hacia|a partir|por|quizá|quizás|en|para|o bien|después|bien',
    hours: 'horas?|hs?',
    spoken: [
      ['# y media', 30],
      ['# y cuarto', 15],
      ['# menos cuarto', -15],
      ['# y diez', 10],
      ['# y veinte', 20],
      ['# menos diez', -10],
    ],
    noon: '(?:al? )?mediod[ií]a',
    midnight: '(?:a )?medianoche',
    dayOfMonth: '(?:el|el día|día) #',
    yours: '(?:en |a )?(?:su|tu|vuestra) hora|hora (?:suya|tuya|vuestra)',
    ours: '(?:en |a )?(?:mi|nuestra) hora|hora (?:mía|nuestra)',
    besideYours: 'ahí|allí|para (?:usted|ustedes|ti)',
    besideOurs: 'aquí|para (?:mí|nosotros|nosotras)',
    place: ['(?:hora|horas) (?:de|del|en)', ''],
    always:
      'todos los|todas las|cada|siempre|diariamente|semanalmente|los (?:lunes|martes|miércoles|jueves|viernes|sábados|domingos)|horario',
    past: 'fue|fueron|estaba|estuvo|tuvo|tuvimos|envié|envió|recibí|recibió|llegó|llegué|habló|hablé|encontré|dijo|acabó|gracias por',
    deadline: 'plazo|a más tardar|fecha límite|responda .*antes|responder antes',
    moves: 'pasa|pasó|cambia|cambió|traslada|aplaza|en vez|en lugar',
  },
};

/** A source between letters and figures that are none of it. */
export const word = (source: string): string => String.raw`(?<![\p{L}\d])(?:${source})(?![\p{L}\d])`;

/** Expressions are made once. */
const made = new Map<string, RegExp>();
export function expression(source: string, flags = 'iu'): RegExp {
  const key = `${flags} ${source}`;
  let known = made.get(key);
  if (!known) made.set(key, (known = new RegExp(source, flags)));
  return known;
}

/** Every place a source stands at, whole words only. */
export const standing = (source: string, text: string): RegExpExecArray[] =>
  source === '' ? [] : [...text.matchAll(expression(word(source), 'giu'))];

export const says = (source: string, text: string): boolean =>
  source !== '' && expression(word(source)).test(text);
