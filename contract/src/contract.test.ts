/** One source for both sides: what the schemas say is checked, typed, written down and answered. */
import { describe, expect, it } from 'vitest'
import { isRefusal } from '@catalex/core/holds'
import { ENDPOINTS, openapi, type Endpoint } from './endpoints/index.ts'
import { policiesFileSchema, readerRowSchema } from './files/index.ts'
import { PATHS, type EndpointName } from './paths/index.ts'
import { PROBLEMS, PROBLEM_CODES, problemCode, problemSchema, problemType } from './problem/index.ts'
import { refusalSchema } from './refusal/index.ts'
import { checked, checkedQuery, Invalid } from './schema/index.ts'
import { count, list, looseShape, nullable, oneOf, shape, text } from './schema/shapes.ts'
import { searchQuerySchema } from './search/index.ts'

const violation = (work: () => unknown) => {
  try {
    work()
  } catch (error) {
    if (error instanceof Invalid) return error.violations
    throw error
  }
  return null
}

describe('checking', () => {
  const schema = shape({ name: text, size: count, tags: list(oneOf(['a', 'b'] as const)), note: nullable('string') })
  const good = { name: 'x', size: 1, tags: ['a'], note: null }
  it('gives back what is right as it is', () => {
    expect(checked(schema, good)).toBe(good)
  })
  it.each([
    [
      { ...good, size: '1' },
      { at: 'size', rule: 'type', wanted: 'integer' },
    ],
    [
      { ...good, size: -1 },
      { at: 'size', rule: 'minimum', wanted: '>=, 0' },
    ],
    [
      { ...good, size: 1.5 },
      { at: 'size', rule: 'type', wanted: 'integer' },
    ],
    [
      { ...good, tags: 'a' },
      { at: 'tags', rule: 'type', wanted: 'array' },
    ],
    [
      { ...good, tags: ['a', 'c'] },
      { at: 'tags.1', rule: 'enum', wanted: 'a, b' },
    ],
    [
      { ...good, more: 1 },
      { at: '', rule: 'additionalProperties', wanted: 'more' },
    ],
    [
      { name: 'x', size: 1, tags: [] },
      { at: '', rule: 'required', wanted: 'note' },
    ],
    [null, { at: '', rule: 'type', wanted: 'object' }],
  ])('%j breaks a rule, which is named', (value, expected) => {
    expect(violation(() => checked(schema, value))?.[0]).toEqual(expected)
  })
  it('of a query makes numbers and lists of text; of the same schema for data it does not', () => {
    const query = looseShape([], { page: { type: 'integer', minimum: 1, default: 1 }, in: { ...list(text), default: [] } })
    expect(checkedQuery(query, { page: '3', in: 'quay' })).toEqual({ page: 3, in: ['quay'] })
    expect(checkedQuery(query, {})).toEqual({ page: 1, in: [] })
    expect(violation(() => checked(query, { page: '3' }))?.[0]?.rule).toBe('type')
    expect(violation(() => checkedQuery(query, { page: 'three' }))?.[0]).toMatchObject({ at: 'page', rule: 'type' })
    // Asked the other way round, too: what one checker knows the other does not take over.
    const other = looseShape([], { page: count })
    expect(violation(() => checked(other, { page: '3' }))?.[0]?.rule).toBe('type')
    expect(checkedQuery(other, { page: '3' })).toEqual({ page: 3 })
  })
  it('a search that asks nothing is the whole catalogue, best first', () => {
    expect(checkedQuery(searchQuerySchema, {})).toMatchObject({ q: '', field: 'anywhere', sort: 'relevance', page: 1, size: 20, place: [], notSeries: [], copies: [] })
  }) // prettier-ignore
})

describe('files', () => {
  const row = {
    card: '00042117',
    pin: '4711',
    name: 'Ines',
    category: 'adult',
    homeBranch: 'quay',
    expires: '2027-01-31',
    owed: '0',
    block: '',
    situation: '',
  }
  it.each([
    ['card', ''],
    ['mail', 'ines at pellan'],
    ['notify', 'pigeon'],
    ['pin', '12'],
    ['name', ''],
    ['expires', '31.1.2027'],
    ['expires', '2027-02-30'],
    ['owed', '-1'],
    ['owed', '1.50'],
  ])('a reader with the %s %j is refused', (column, value) => {
    expect(violation(() => checked(readerRowSchema, row))).toBeNull()
    expect(violation(() => checked(readerRowSchema, { ...row, [column]: value }))?.[0]?.at).toBe(column)
  })
  it('a rule has to say what it allows; its conditions may be left out', () => {
    const policies = (rule: object) => ({
      guestCategory: 'a',
      categories: [{ code: 'a', name: 'A', holdsLimit: 1, owedLimit: 0 }],
      holdRules: [rule],
      loanRules: [],
    })
    expect(violation(() => checked(policiesFileSchema, policies({ allow: true, cost: 0, reason: null, remedy: null })))).toBeNull()
    expect(violation(() => checked(policiesFileSchema, policies({ cost: 0, reason: null, remedy: null })))?.[0]?.wanted).toBe('allow')
    expect(
      violation(() => checked(policiesFileSchema, policies({ allow: true, cost: 0, reason: null, remedy: null, uses: ['borrow'] })))?.[0]
        ?.at,
    ).toBe('holdRules.0.uses.0')
  })
})

describe('problems and refusals', () => {
  it('have types that lead back to their code; another type is our own fault', () => {
    for (const code of PROBLEM_CODES) expect(problemCode(problemType(code))).toBe(code)
    expect(problemCode('about:blank')).toBe('our-fault')
    for (const status of Object.values(PROBLEMS)) expect(String(status)).toMatch(/^[45]\d\d$/)
  })
  it('a refusal is told by its code', () => {
    const refusal = { code: 'no-copy', why: 'lost' }
    expect(checked(refusalSchema, refusal)).toBe(refusal)
    expect(checked(problemSchema, { type: problemType('refused'), status: 409, refusal })).toBeTruthy()
    expect([isRefusal(refusal), isRefusal({ code: 'blue' }), isRefusal({ id: 'h1' }), isRefusal([])]).toEqual([true, false, false, false])
    for (const wrong of [{ code: 'no-copy' }, { code: 'no-copy', why: 'gone' }, { code: 'blue' }])
      expect(violation(() => checked(refusalSchema, wrong))).not.toBeNull()
  })
})

describe('the OpenAPI document', () => {
  const document = openapi('1.2.3') as {
    info: object
    paths: Record<
      string,
      Record<
        string,
        {
          operationId: string
          parameters: { name: string; in: string; required: boolean }[]
          requestBody?: object
          responses: Record<string, { content?: object }>
        }
      >
    >
  }
  it('has every endpoint with its path, its parameters, its body and its answers', () => {
    const operations = Object.values(document.paths).flatMap((methods) => Object.values(methods))
    expect(operations.map(({ operationId }) => operationId).sort()).toEqual(Object.keys(PATHS).sort())
    for (const name of Object.keys(PATHS) as EndpointName[]) {
      const endpoint: Endpoint = ENDPOINTS[name]
      const { method, path } = PATHS[name]
      const operation = document.paths[path.replace(/:(\w+)/g, '{$1}')]?.[method]
      expect(operation?.requestBody !== undefined, name).toBe(endpoint.body !== undefined)
      expect(operation?.responses[String(endpoint.status)]?.content !== undefined, name).toBe(endpoint.answer !== null)
      expect(Object.keys(operation?.responses ?? {}), name).toContain('default')
    }
    expect(document.paths['/api/titles/{controlNumber}']?.get?.parameters.filter(({ required }) => required)).toMatchObject([
      { name: 'controlNumber', in: 'path' },
    ])
    expect(document.paths['/api/headings']?.get?.parameters.filter(({ required }) => required)).toMatchObject([
      { name: 'kind', in: 'query' },
    ])
  })
})
