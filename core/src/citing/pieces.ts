/** A formatted citation as pieces of text, so that nothing of a record is ever taken for markup. */

export interface Piece {
  text: string
  italic: boolean
}

const ENTITIES: Record<string, string> = { '&lt;': '<', '&gt;': '>', '&amp;': '&', '&quot;': '"', '&#38;': '&', '&#60;': '<', '&#62;': '>', '&#34;': '"', '&#39;': "'" } // prettier-ignore

/** @param html as a CSL processor writes it: text with <i>, and spans that are upright inside of it; other marks lose their effect, not their text */
export function piecesOf(html: string): Piece[] {
  const pieces: Piece[] = []
  /** Of each mark that is open, whether what stands in it is italic. */
  const open: boolean[] = []
  for (const part of html.trim().split(/(<[^<>]*>)/)) {
    const italic = open.at(-1) ?? false
    if (part.startsWith('</')) open.pop()
    else if (part.startsWith('<')) open.push(part === '<i>' || (italic && !UPRIGHT.test(part)))
    else if (part !== '') {
      const text = part.replace(/&(?:\w{1,6}|#\d{1,6});/g, (entity) => ENTITIES[entity] ?? entity).replace(/\s+/g, ' ')
      const last = pieces.at(-1)
      if (last?.italic === italic) last.text += text
      else pieces.push({ text, italic })
    }
  }
  // Blanks at the ends are those of the markup.
  const last = pieces.at(-1)
  if (pieces[0]) pieces[0].text = pieces[0].text.trimStart()
  if (last) last.text = last.text.trimEnd()
  return pieces.filter(({ text }) => text !== '')
}

const UPRIGHT = /font-style:\s*normal/

export const plainText = (pieces: readonly Piece[]): string => pieces.map(({ text }) => text).join('')
