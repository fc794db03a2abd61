const latin1 = (piece: string): boolean =>
  Array.from(piece).every((letter) => letter.codePointAt(0)! <= 0xff);

/** Letters that carry no mark apart from themselves, and the Latin letter nearest to them. */
const NEAREST: Readonly<Record<string, string>> = {
  Ł: 'L',
  ł: 'l',
  Đ: 'D',
  đ: 'd',
  Ħ: 'H',
  ħ: 'h',
  ı: 'i',
  Œ: 'OE',
  œ: 'oe',
  '–': '-',
  '—': '-',
  '“': '"',
  '”': '"',
  '…': '...',
};

/** What a letter is printed as: itself, or without its accents; null when the fonts have neither. */
function printed(letter: string): string | null {
  if (latin1(letter)) return letter;
  const nearest = NEAREST[letter];
  if (nearest !== undefined) return nearest;
  const bare = letter.normalize('NFD').replaceAll(/\p{M}/gu, '');
  return bare !== '' && latin1(bare) ? bare : null;
}

const tidy = (text: string): string =>
  text.replaceAll('−', '-').replaceAll('½', ' 1/2').replaceAll(/[’‘]/g, "'");

/** The standard fonts know Latin 1 only: other letters lose their accents, the rest become a low line. */
export const printable = (text: string): string =>
  Array.from(tidy(text), (letter) => printed(letter) ?? '_').join('');

/** Letters of a text that cannot be printed at all, each once, for telling before anything is printed. */
export const missingLetters = (text: string): string[] => [
  ...new Set(Array.from(tidy(text)).filter((letter) => printed(letter) === null)),
];
