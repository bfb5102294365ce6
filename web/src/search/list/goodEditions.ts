/** Which editions of a row a reader has in mind: those that pass what the list is narrowed to. */
import type { ResultRow } from '@catalex/contract/search'
import type { Edition } from '@catalex/contract/title'
import { carriersOf } from '@catalex/core/catalogue'
import type { Question, Scope } from '@catalex/core/query'

type Asked = Pick<Question, 'only' | 'not' | 'years'>

export function passingEditions(editions: readonly Edition[], { only, not, years }: Asked, { as }: Pick<Scope, 'as'>): Edition[] {
  const isOf = (codes: readonly string[], edition: Edition) => codes.flatMap(carriersOf).includes(edition.carrier)
  return editions.filter(
    (edition) =>
      (as.length === 0 || isOf(as, edition)) &&
      (only.format.length === 0 || isOf(only.format, edition)) &&
      !isOf(not.format, edition) &&
      (only.language.length === 0 || edition.languages.some((code) => only.language.includes(code))) &&
      (years.from === null || (edition.year ?? 0) >= years.from) &&
      (years.to === null || (edition.year ?? 0) <= years.to),
  )
}

/** Those of them that would do for whoever wants this row: in its language, and no volumes of a journal. */
export function goodEditions(row: ResultRow, asked: Asked, scope: Pick<Scope, 'as'>): string[] {
  const own = row.editions.find(({ controlNumber }) => controlNumber === row.controlNumber)
  return passingEditions(row.editions, asked, scope)
    .filter(({ languages, serial }) => languages[0] === own?.languages[0] && serial === own?.serial)
    .map(({ controlNumber }) => controlNumber)
    .filter((controlNumber) => controlNumber !== row.controlNumber)
}
