/** People and bodies from the heading fields of a record: X00, X10 and X11 have the same subfields everywhere. */
import { fieldsOf, indicator, subfield, subfields, tagOf, trimmed, type MarcField, type MarcRecord } from '../marc/record.ts'
import { partnerOf } from './otherScripts.ts'
import type { Person } from './record.ts'

/** 100/110/111 and 700/710/711; an added entry with a title ($t) names a contained work and is not a role of its own. */
export function peopleOf(record: MarcRecord): Person[] {
  const people = new Map<string, Person>()
  for (const field of fieldsOf(record, '100', '110', '111', '700', '710', '711')) {
    const named = personIn(field)
    if (named.name === '') continue
    const roles = subfields(field, 'e').map(trimmed)
    const same = people.get(named.heading)
    if (same) same.roles = [...new Set([...same.roles, ...roles])]
    else {
      const partner = partnerOf(record, field)
      people.set(named.heading, {
        ...named,
        roles,
        main: tagOf(field).startsWith('1'),
        inScript: partner ? personIn(partner, named.kind).heading : null,
      })
    }
  }
  return [...people.values()]
}

type Named = Pick<Person, 'name' | 'spoken' | 'heading' | 'dates' | 'kind'>

const KINDS: Readonly<Record<string, Person['kind']>> = { '00': 'person', '10': 'body', '11': 'meeting' }

/** Who a heading field names, in its own order and with its own commas. */
export function personIn(field: MarcField, kind: Person['kind'] = KINDS[tagOf(field).slice(1)] ?? 'person'): Named {
  if (kind !== 'person') {
    const name = trimmed(subfields(field, 'abn').map(trimmed).join('. '))
    return { name, spoken: name, heading: name, dates: null, kind }
  }
  const name = trimmed(subfields(field, 'ab').join(' '))
  return {
    name,
    spoken: spokenFrom(field, name),
    heading: trimmed(headingParts(field).join(' ')),
    dates: trimmed(subfield(field, 'd') ?? '') || null,
    kind,
  }
}

/** $a, $b, $c, $q and $d as they follow each other; newer records leave out the comma before a title or dates. */
function headingParts(field: MarcField): string[] {
  const parts: string[] = []
  for (let i = 2; i < field.length; i += 2) {
    const code = field[i] ?? ''
    const text = (field[i + 1] ?? '').trim()
    if (!'abcqd'.includes(code) || text === '') continue
    const before = parts.at(-1)
    if (before !== undefined && 'cd'.includes(code) && !text.startsWith('(') && !before.endsWith(','))
      parts[parts.length - 1] = `${before},`
    parts.push(text)
  }
  return parts
}

/** A surname first (first indicator 1, or a comma where nothing is said) is turned; a forename or a family stays. */
function spokenFrom(field: MarcField, name: string): string {
  const surnameFirst = indicator(field, 1) === '1' || !'03'.includes(indicator(field, 1))
  const [family = '', given] = name.split(/,\s*/, 2)
  return surnameFirst && given ? `${given} ${family}` : name
}
