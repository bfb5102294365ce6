/** A record as octets, worked out by hand from the MARC 21 Specifications for Record Structure. */
import { expect, it } from 'vitest'
import { writeIso2709, writeMarcXml } from './writing.ts'

const LEADER = '00000nam a2200000 i 4500'

it('a leader with lengths, a directory entry of twelve for each field, then the fields', () => {
  const fields = [
    ['001', 'x1'],
    ['245', '10', 'a', 'Low water', 'c', 'M. Lund'],
  ]
  const directory = '001000300000' + '245002300003'
  const data = 'x1\u001e' + '10\u001faLow water\u001fcM. Lund\u001e'
  expect(String.fromCharCode(...(writeIso2709({ leader: LEADER, fields }) ?? []))).toBe(
    `00076nam a2200049 i 4500${directory}\u001e${data}\u001d`,
  )
})

it('lengths count octets, and what has more than there are digits for is not written', () => {
  const written = (text: string) => writeIso2709({ leader: LEADER, fields: [['500', '  ', 'a', text]] })
  // Two indicators, a mark, a code and the end of the field beside the text.
  expect(written('é')?.length).toBe(24 + 12 + 1 + (5 + 2) + 1)
  expect(written('x'.repeat(9999 - 5))?.length).toBe(24 + 12 + 1 + 9999 + 1)
  expect(written('x'.repeat(9999 - 4))).toBeNull()
})

it('as MARCXML, with nothing that the text could be taken for', () => {
  const fields = [
    ['001', 'x1'],
    ['245', '1 ', 'a', 'Salt & <"water">\u0001'],
  ]
  expect(writeMarcXml({ leader: LEADER, fields })).toBe(
    `<record><leader>${LEADER}</leader><controlfield tag="001">x1</controlfield>` +
      '<datafield tag="245" ind1="1" ind2=" "><subfield code="a">Salt &amp; &lt;&quot;water&quot;&gt;</subfield></datafield></record>',
  )
})
