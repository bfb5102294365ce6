/** A title written by hand, and how its copies stand. */
import type { CopyWish } from '../holdings/copies.ts'
import type { PersonName } from '../vocabulary/names.ts'
import { draft, type Draft } from './draft.ts'

export interface Story {
  draft: Draft
  copies: CopyWish[]
  /** Readers who wait in line, by pickup location; the demo's own readers are added in the world's holds. */
  waiting?: string[]
}

export const person = (given: string, family: string, born: number, died: number | null = null): PersonName => ({
  filed: `${family}, ${given}`,
  spoken: `${given} ${family}`,
  born,
  died,
})
export const at = (branches: string, more: Partial<CopyWish> = {}): CopyWish[] => branches.split(' ').map((branch) => ({ branch, ...more }))
export const out = (branches: string, ...dueIn: number[]): CopyWish[] =>
  branches.split(' ').map((branch, i) => ({ branch, dueIn: dueIn[i % dueIn.length] }))

export const one = (
  given: Partial<Draft> & Pick<Draft, 'title' | 'publisher' | 'year'>,
  copies: CopyWish[],
  waiting?: string[],
): Story => ({
  draft: draft(given),
  copies,
  ...(waiting ? { waiting } : {}),
})
