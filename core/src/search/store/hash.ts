/** FNV-1a over UTF-16 code units, 32 bits. */
export function hashOf(text: string, seed = 0x811c9dc5): number {
  let hash = seed
  for (let i = 0; i < text.length; i += 1) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193)
  return hash >>> 0
}

/** Two, since among a million works two of one hash are likely, and of two no more. */
export const hashesOf = (workKey: string): [number, number] => [hashOf(workKey), hashOf(workKey, 0x9747b28c)]
