/** SRU, by which machines search: explain and searchRetrieve with CQL (SRU 1.2, and OASIS searchRetrieve 2.0). */
import { marcOf } from '../catalogue/index.ts'
import type { Queryable } from '../database/index.ts'
import type { SearchService } from '../search/index.ts'
import type { Asking } from '../search/index.ts'
import { diagnosticAnswer, explainAnswer, searchAnswer, type Described } from './answer.ts'
import { diagnosticOf, SruProblem } from './diagnostics.ts'
import { readRequest, versionOf, type Version } from './request.ts'

/** @returns the answer as XML; what is wrong with a request is an answer, too */
export async function answerSru(
  parameters: URLSearchParams,
  { database, search, described, asking }: { database: Queryable; search: SearchService; described: Described; asking?: Asking },
): Promise<string> {
  let version: Version = '1.2'
  try {
    version = versionOf(parameters)
    const request = readRequest(parameters)
    if (request.operation === 'explain') return explainAnswer(version, described)
    const { query, startRecord, maximumRecords } = request
    const { count, recordIds } = await search.records(query, startRecord - 1, maximumRecords, asking)
    if (count > 0 && startRecord > count) throw new SruProblem({ number: 61, details: String(startRecord) })
    return searchAnswer(request, count, await marcOf(database, recordIds))
  } catch (error) {
    const diagnostic = diagnosticOf(error)
    if (diagnostic === null) throw error
    return diagnosticAnswer(version, diagnostic)
  }
}
