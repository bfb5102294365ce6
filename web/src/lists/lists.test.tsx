import type { ChangeList, ListView, MakeList } from '@catalex/contract/lists'
import { changedList } from '@catalex/core/lists'
import { screen, waitFor, within } from '@testing-library/react'
import { expect, test } from 'vitest'
import { open } from '../../tests/open.tsx'
import { answer, row, SOMEBODY, titlePage } from '../../tests/samples.ts'
import { Refused, type Replies } from '../../tests/server.ts'

const entry = (controlNumber: string, more: Partial<ListView['entries'][number]> = {}) => ({ controlNumber, barcode: null, added: '2026-11-25T10:00:00.000Z', note: '', labels: [], ...more }) // prettier-ignore
const LIST: ListView = { id: 'l1', name: 'For the boat', about: 'What we read at sea', link: null, changed: '2026-11-25T10:00:00.000Z', entries: [entry('p1'), entry('p2', { note: 'for Tobias', labels: ['sea'] }), entry('gone')], left: 0 } // prettier-ignore
const rows: Replies['rows'] = ({ query }) => [row('p1', 'The salt ledger'), row('p2', 'Anchors')].filter(({ controlNumber }) => query.getAll('titles').includes(controlNumber)) // prettier-ignore
/** A server that keeps one list. */
function keeping(list = LIST): Replies {
  let kept = list
  const head = () => ({
    id: kept.id,
    name: kept.name,
    about: kept.about,
    link: kept.link,
    changed: kept.changed,
    count: kept.entries.length,
  })
  return {
    session: SOMEBODY,
    satchel: { entries: [] },
    rows,
    lists: () => [head()],
    searches: [],
    card: new Refused('busy'),
    list: () => kept,
    makeList: ({ body }) => (kept = { ...LIST, ...(body as MakeList), entries: [] }),
    changeList: ({ body }) => (kept = { ...kept, ...changedList(kept, body as ChangeList).list }),
    shareList: () => (kept = { ...kept, link: 'unguessable' }),
    withdrawList: () => (kept = { ...kept, link: null }),
  }
}
const titles = () => screen.getAllByRole('heading', { level: 2 }).map((heading) => heading.textContent)

test('a list says what it has, also what the catalogue lost; notes and labels are changed in place, labels show only theirs', async () => {
  const { user, server } = open('/lists/l1', keeping())
  expect(await screen.findByRole('heading', { level: 1, name: 'For the boat' })).toBeVisible()
  await waitFor(() => {
    expect(titles()).toEqual(['The salt ledger', 'Anchors', 'This title is no longer in the catalogue (gone)'])
  })
  expect(screen.getByText('for Tobias')).toBeVisible()
  await user.click(screen.getByRole('button', { name: 'Note and labels of The salt ledger' }))
  await user.type(screen.getByRole('textbox', { name: 'Labels' }), 'winter, sea')
  await user.click(screen.getByRole('button', { name: 'Save changes' }))
  expect(server.asked('changeList').at(-1)?.body).toEqual({
    say: [{ controlNumber: 'p1', barcode: null, note: '', labels: ['winter', 'sea'] }],
  })
  await user.click(within(screen.getByRole('group', { name: 'Filter by label' })).getByRole('button', { name: 'winter' }))
  expect(titles()).toEqual(['The salt ledger'])
  // Part of a list is not put in order.
  expect(screen.queryByRole('button', { name: /^Move / })).not.toBeInTheDocument()
})

test('what is removed comes back to its place', async () => {
  const { user } = open('/lists/l1', keeping())
  await user.click(await screen.findByRole('button', { name: 'Remove The salt ledger' }))
  await waitFor(() => {
    expect(titles()).toEqual(['Anchors', 'This title is no longer in the catalogue (gone)'])
  })
  await user.click(await screen.findByRole('button', { name: 'Undo' }))
  await waitFor(() => {
    expect(titles()).toEqual(['The salt ledger', 'Anchors', 'This title is no longer in the catalogue (gone)'])
  })
})

test('it is nobody else’s until it is shared, and again when the link is withdrawn', async () => {
  const { user } = open('/lists/l1', keeping())
  await user.click(await screen.findByRole('button', { name: 'Share by link' }))
  expect(await screen.findByRole('link', { name: /\/shared\/unguessable$/ })).toBeVisible()
  await user.click(screen.getByRole('button', { name: 'Remove the link' }))
  expect(await screen.findByText('Only you can see this list.')).toBeVisible()
})

test('a shared list whose link is withdrawn says so', async () => {
  open('/shared/old', { sharedList: new Refused('no-such-list') })
  expect(await screen.findByText(/There is no list at this address/)).toBeVisible()
  expect(screen.getByRole('heading', { level: 1, name: 'This list can’t be shown' })).toBeVisible()
})

test.each([
  ['a table', 'reading.csv', 'Titel;Autor;ISBN\n"Salt; ledger";Ashdown, Vera;978-0-00-000001-9\nUnknown work;Nobody;\n', [{ title: 'Salt; ledger', who: 'Ashdown, Vera', isbns: ['978-0-00-000001-9'] }, { title: 'Unknown work', who: 'Nobody', isbns: [] }]],
  ['references', 'reading.ris', 'TY  - BOOK\r\nTI  - Salt; ledger\r\nAU  - Ashdown, Vera\r\nSN  - 978-0-00-000001-9\r\nER  - \r\nTY  - BOOK\r\nTI  - Unknown work\r\nAU  - Nobody\r\nER  - \r\n', [{ title: 'Salt; ledger', who: 'Ashdown, Vera', isbns: ['978-0-00-000001-9'] }, { title: 'Unknown work', who: 'Nobody', isbns: [] }]],
])('%s of another program becomes a list; what is not found is told', async (_, name, text, sought) => {
  const { user, server } = open('/lists', { ...keeping(), findTitles: ['p1', null] })
  await user.click(await screen.findByRole('button', { name: 'Import a list' }))
  const dialog = await screen.findByRole('dialog', { name: 'Import a list' })
  await user.upload(within(dialog).getByTestId('file'), new File([text], name))
  expect(await within(dialog).findByRole('link', { name: 'reading' })).toHaveAttribute('href', expect.stringMatching(/^\/lists\/l1/))
  expect(within(dialog).getByText('Unknown work / Nobody')).toBeVisible()
  expect(server.asked('findTitles')[0]?.body).toEqual({ sought })
  expect((server.asked('changeList')[0]?.body as ChangeList).add?.map(({ controlNumber }) => controlNumber)).toEqual(['p1'])
}) // prettier-ignore

test('a file without titles, and one that is too large, bring nothing and say why', async () => {
  const { user, server } = open('/lists', keeping())
  await user.click(await screen.findByRole('button', { name: 'Import a list' }))
  const file = await screen.findByTestId('file')
  await user.upload(file, new File(['\n\n'], 'empty.csv'))
  expect(await screen.findByText(/No titles were found in this file/)).toBeVisible()
  await user.upload(file, new File(['x'.repeat(2_000_001)], 'large.csv'))
  expect(await screen.findByText(/larger than 2 MB/)).toBeVisible()
  expect(server.asked('findTitles')).toHaveLength(0)
})

test('a search is kept from its list; kept ones say what is new, lead there, and are noted as seen', async () => {
  const kept = [{ id: 's1', name: 'salt', address: '?q=salt&in=quay', seen: '2026-11-20T09:00:00.000Z' }]
  const { user, server } = open('/search?q=salt&in=quay', {
    ...keeping(),
    search: answer([row('p1', 'The salt ledger')]),
    keepSearch: kept,
    searches: kept,
    noteSearchSeen: kept.map((one) => ({ ...one, seen: '2026-11-25T09:00:00.000Z' })),
    count: ({ query }) => ({ count: query.get('display') === 'since:2026-11-20T09:00:00.000Z' ? 12 : 0 }),
  })
  await user.click(await screen.findByRole('button', { name: 'Save this search' }))
  expect(await screen.findByText(/^Saved: salt/)).toBeVisible()
  expect(server.asked('keepSearch')[0]?.body).toMatchObject({ name: 'salt', address: expect.stringContaining('q=salt&in=quay') as string })
  open('/lists', { ...keeping(), searches: kept, noteSearchSeen: kept, count: { count: 12 }, search: answer([]) })
  const link = await screen.findByRole('link', { name: /^12 new since/ })
  expect(link).toHaveAttribute('href', '/search?q=salt&in=quay&display=since%3A2026-11-20T09%3A00%3A00.000Z')
})

test('a title goes into the list that was used last, unless another one is chosen', async () => {
  const { user } = open('/titles/p1', { ...keeping(), title: titlePage() })
  await user.click(await screen.findByRole('button', { name: 'Add to a list' }))
  const dialog = await screen.findByRole('dialog', { name: 'Add 1 title to a list' })
  expect(await within(dialog).findByRole('radio', { name: /For the boat/ })).toBeChecked()
  await user.click(within(dialog).getByRole('radio', { name: 'A new list' }))
  expect(within(dialog).getByRole('radio', { name: /For the boat/ })).not.toBeChecked()
})
