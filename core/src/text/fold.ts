/** Folding: text without case and diacritics, the form in which everything is compared. */

/** Letters that Unicode does not decompose, though readers type them without the stroke or ligature. */
const PLAIN: Record<string, string> = {
  ø: 'o',
  đ: 'd',
  ð: 'd',
  ħ: 'h',
  ı: 'i',
  ł: 'l',
  ŋ: 'n',
  ŧ: 't',
  æ: 'ae',
  œ: 'oe',
  ß: 'ss',
  þ: 'th',
  ƶ: 'z',
}

/** Marks that readers leave out: Latin, Greek and Cyrillic diacritics, Hebrew points, Arabic vowels and the stretching stroke. */
const MARKS =
  /[\u0300-\u036f\u0591-\u05bd\u05bf\u05c1\u05c2\u05c4\u05c5\u05c7\u0610-\u061a\u0640\u064b-\u065f\u0670\u06d6-\u06dc\u06df-\u06e8\u06ea-\u06ed]/g

/** Lower case, without diacritics: "Ærø Brønd" -> "aero brond". */
export function fold(text: string): string {
  const bare = text.normalize('NFKD').replace(MARKS, '').toLowerCase()
  // What is no mark that somebody leaves out is put together again: syllables, voiced kana.
  return bare.normalize('NFC').replace(/[øđðħıłŋŧæœßþƶ]/g, (letter) => PLAIN[letter] ?? letter)
}
