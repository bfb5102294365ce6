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

/** Lower case, without diacritics: "Ærø Brønd" -> "aero brond". Other scripts pass unchanged but for case. */
export function fold(text: string): string {
  const bare = text
    .normalize('NFKD')
    .replace(/[\u0300-\u036f]/g, '')
    .toLowerCase()
  return bare.replace(/[øđðħıłŋŧæœßþƶ]/g, (letter) => PLAIN[letter] ?? letter)
}
