import type { DocumentProblems, OtherFile } from '../../trace/problem-codes';
import { tellRefused, tellUnreadGrit } from '../refused';
import type { WordsOf } from './words';

const FILES: Readonly<Record<OtherFile, string>> = {
  pdf: 'a PDF',
  picture: 'a picture',
  zip: 'a zip archive',
  compressed: 'a compressed file; a backup is restored in Settings',
  markup: 'a web page or drawing',
  backup: 'the backup of a whole yard',
  plan: 'a finished plan',
};

/** Other files of ours, which are easily taken for a job file. */
const INSTEAD: Readonly<Partial<Record<OtherFile, string>>> = {
  backup: 'restore it in Settings, or with ./nelbo restore',
  plan: 'take the job file that it was made from',
};

const WRONG_ID = {
  twice: 'another place has it',
  first: 'it stands for the place in the job itself',
  letters: 'a path could not name it',
} as const;

const NEEDED = {
  hull: { what: 'Hull is missing', suggestion: 'say what the hull is made of, or do a test of the guide' },
  damage: { what: 'Damage is missing', suggestion: 'say what is broken' },
  size: {
    what: 'Size of the damage is missing',
    suggestion: 'give its length and width, such as "95 mm" and "60 mm"',
  },
} as const;

const ANOTHER_KIND = 'is it another kind of document?';

export const DOCUMENT_WORDS: WordsOf<DocumentProblems> = {
  'no-object': () => ({
    what: 'is not a JSON object',
    suggestion: 'see docs/job-format.md for a minimal file',
  }),
  'more-bad-fields': ({ count }) => ({
    what: `${count} more fields cannot be used`,
    suggestion: ANOTHER_KIND,
  }),
  'list-beyond': ({ label, count, most }) => ({
    what: `${label} holds ${count}`,
    allowed: `at most ${most}`,
    suggestion: 'leave out what is not needed',
  }),
  'place-not-planned': ({ letter, errors }) => ({
    what: `Place ${letter} cannot be planned yet: ${errors === 1 ? 'one fact of it is' : `${errors} facts of it are`} missing or wrong`,
    suggestion: 'it is not in this order; open the place and see what is asked there',
  }),
  'place-id': ({ id, why }) => ({
    what: `“${id}” cannot be the id of a place: ${WRONG_ID[why]}`,
    allowed: 'small letters, digits and hyphens, 1 to 36 of them, each id once',
    suggestion: 'give every further place an id of its own, such as “b” or “transom”',
  }),
  'many-unknown-fields': ({ most }) => ({
    what: `has more than ${most} unknown fields`,
    allowed: `up to ${most}`,
    suggestion: `${ANOTHER_KIND} Remove what is not a field of this one`,
  }),
  'field-refused': tellRefused,
  'unknown-field': ({ name, known, near }) => ({
    what: `unknown field “${name}” is ignored`,
    allowed: known.join(', '),
    suggestion: near ? `did you mean “${near}”?` : 'remove it',
  }),
  'other-file': ({ kind }) => ({
    what: `the file is ${FILES[kind]}, not a job file`,
    suggestion: INSTEAD[kind] ?? 'choose a *.nelbo.json file',
  }),
  'file-too-large': ({ most }) => ({
    what: 'the file is too large',
    allowed: `up to ${most / 1e6} MB`,
    suggestion: 'a job file holds one job; a whole yard is restored in Settings',
  }),
  'file-empty': () => ({ what: 'the file is empty', suggestion: 'choose a *.nelbo.json file' }),
  'file-no-json': () => ({
    what: 'the file cannot be read as JSON',
    suggestion: 'is it cut short? Export the job again',
  }),
  'unknown-format': ({ shown, current }) => ({
    what: `unknown format “${shown}”`,
    allowed: current,
    suggestion: `begin the file with "format": "${current}"`,
  }),
  'other-kind-of-file': ({ kind, current }) => ({
    what: `the file is ${FILES[kind]}, not a job`,
    allowed: current,
    suggestion: INSTEAD[kind] ?? 'choose a *.nelbo.json file',
  }),
  'newer-format': ({ format, current }) => ({
    what: `the file is of a newer format, ${format}`,
    allowed: current,
    suggestion: 'open it with a newer Nelbo',
  }),
  'no-way-from-format': ({ format, current }) => ({
    what: `no way leads from the format ${format} to ${current}`,
    allowed: current,
    suggestion: 'export the job again from the Nelbo that made it',
  }),
  'too-many-values': ({ most }) => ({
    what: 'holds too much',
    allowed: `up to ${most} values`,
    suggestion: 'a document holds one repair: divide it',
  }),
  'text-too-long': ({ most }) => ({
    what: 'the text is too long',
    allowed: `up to ${most} characters`,
    suggestion: 'shorten it',
  }),
  'broken-character': () => ({ what: 'the text holds a broken character', suggestion: 'type the text anew' }),
  'broken-field-name': () => ({
    what: 'the name of the field holds a broken character',
    suggestion: 'remove the field',
  }),
  'nested-too-deeply': ({ most }) => ({
    what: 'is nested too deeply',
    allowed: `${most} levels`,
    suggestion: 'remove what is not a field of the document',
  }),
  'list-too-long': ({ most }) => ({
    what: 'the list is too long',
    allowed: `up to ${most}`,
    suggestion: 'remove what is not part of the repair',
  }),
  'too-many-fields': ({ most }) => ({
    what: 'has too many fields',
    allowed: `up to ${most}`,
    suggestion: 'remove what is not part of the repair',
  }),
  'product-id-twice': () => ({ what: 'two products have this id', suggestion: 'give one of them another' }),
  'product-without-name': () => ({ what: 'the product has no name', suggestion: 'name it' }),
  'product-without-source': () => ({
    what: 'the product has no source',
    suggestion: 'say where its values are from',
  }),
  'cured-before-sanded': () => ({
    what: 'it is fully cured before it can be sanded',
    suggestion: 'check both times',
  }),
  'override-of-another': ({ product }) => ({
    what: 'an override is of the very product that it overrides',
    allowed: product,
    suggestion: 'begin the id with "own-" for a product of your own',
  }),
  needed: ({ of, choices }) => ({
    ...NEEDED[of],
    allowed: choices.length > 0 ? choices.join(', ') : '2 to 3000 mm',
  }),
  'not-used-here': ({ labels }) => ({
    what: `entered and not used for this repair: ${labels.join(', ')}`,
  }),
  'job-not-foreseen': () => ({
    what: 'this job could not be worked out: something in it was not foreseen',
    suggestion:
      'take back the last entry; all that was entered is kept. Please send the job file to whoever looks after Nelbo',
  }),
  'stage-not-foreseen': () => ({
    what: 'this could not be worked out: something in the job was not foreseen',
    suggestion: 'take back the last entry; all that was entered is kept',
  }),
  'not-finite': ({ label }) => ({
    what: `${label} cannot be worked out from these figures`,
    suggestion: 'check the sizes and thicknesses of the job',
  }),
  'grit-unread': (p) => {
    const { what, suggestion } = tellUnreadGrit(p);
    return { what, suggestion: `${suggestion}; until then the usual one stands` };
  },
  'habit-unread': (p) => {
    const { what, suggestion } = tellUnreadGrit(p);
    return { what: `in the usual papers, ${what}`, suggestion };
  },
};
