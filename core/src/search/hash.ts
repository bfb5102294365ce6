/** FNV-1a over UTF-16 code units, 32 bits. */
export function hashOf(text: string, seed = 0x811c9dc5): number {
  let hash = seed
  for (let i = 0; i < text.length; i += 1) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193)
  return hash >>> 0
}
