import type { ChangeSatchel } from '@catalex/contract/satchel'
import { withChanges, type Entry } from '@catalex/core/satchel'
import { act, screen, waitFor, within } from '@testing-library/react'
import { beforeEach, expect, test } from 'vitest'
import { open, type Opened } from '../../tests/open.tsx'
import { answer, branch, edition, hold, NOBODY, options, pickup, PLACES, row, SOMEBODY, titlePage } from '../../tests/samples.ts'
import { Refused, type Replies } from '../../tests/server.ts'

const ROWS = [row('p1', 'The salt ledger', { editions: [edition('p1'), edition('p2', { carrier: 'large-print-book', year: 2015 })] }), row('p3', 'Anchors')] // prettier-ignore
const rows: Replies['rows'] = ({ query }) => ROWS.filter(({ editions }) => editions.some(({ controlNumber }) => query.getAll('titles').includes(controlNumber))).map((one) => ({ ...one, controlNumber: one.editions.map(({ controlNumber }) => controlNumber).find((number) => query.getAll('titles').includes(number)) ?? one.controlNumber })) // prettier-ignore
/** A server that keeps the satchel of one reader. */
function keeping(entries: Entry[] = []): Replies {
  let kept = entries
  return {
    satchel: () => ({ entries: kept }),
    changeSatchel: ({ body }) => {
      const changed = withChanges(kept, body as ChangeSatchel)
      kept = changed.entries
      return changed
    },
  }
}
const titles = () => screen.getAllByRole('heading', { level: 2 }).map((heading) => heading.textContent)
const count = async (words: string) => screen.findByRole('link', { name: words })

beforeEach(() => {
  localStorage.clear()
})

test('a guest gathers by key and by button, in any window of the browser; the edition is chosen, what is removed comes back', async () => {
  const { user } = open('/search?q=salt', { search: answer(ROWS), rows })
  await screen.findByRole('link', { name: 'The salt ledger' })
  await user.keyboard('s')
  expect(await count('Satchel, 1 title')).toBeVisible()
  const button = screen.getByRole('button', { name: 'Put in satchel: Anchors', pressed: false })
  await user.click(button)
  expect(screen.getByRole('button', { name: 'Put in satchel: Anchors', pressed: true })).toBeVisible()
  await user.click(await count('Satchel, 2 titles'))
  expect(await screen.findByRole('heading', { level: 1, name: 'Satchel: 2 titles' })).toBeVisible()
  await waitFor(() => {
    expect(titles()).toEqual(['Anchors', 'The salt ledger'])
  })
  await user.click(screen.getByRole('combobox', { name: 'Edition of The salt ledger' }))
  await user.click(await screen.findByRole('option', { name: /^Large print/ }))
  await waitFor(() => {
    expect(screen.getByRole('link', { name: 'The salt ledger' })).toHaveAttribute('href', expect.stringMatching(/^\/titles\/p2/))
  })
  expect(titles()).toEqual(['Anchors', 'The salt ledger'])
  await user.click(screen.getByRole('button', { name: 'Remove Anchors' }))
  expect(titles()).toEqual(['The salt ledger'])
  await user.click(await screen.findByRole('button', { name: 'Undo' }))
  await waitFor(() => {
    expect(titles()).toEqual(['Anchors', 'The salt ledger'])
  })
  expect(localStorage.getItem('catalex.satchel')).toContain('p2')
})

test('what was gathered before goes along with whoever signs in, and leaves with them', async () => {
  localStorage.setItem('catalex.satchel', JSON.stringify([{ controlNumber: 'p1', barcode: null, added: '2026-11-25T10:00:00.000Z' }]))
  const { server } = open('/satchel', {
    session: SOMEBODY,
    rows,
    ...keeping([{ controlNumber: 'p3', barcode: null, added: '2026-11-24T10:00:00.000Z' }]),
  })
  expect(await screen.findByText('1 title from this browser is now in the satchel of Ines Calder')).toBeVisible()
  await waitFor(() => {
    expect(titles()).toEqual(['The salt ledger', 'Anchors'])
  })
  expect(localStorage.getItem('catalex.satchel')).toBeNull()
  expect(server.asked('changeSatchel')).toHaveLength(1)
})

test('what another window gathers while it goes along stays, and so does what does not fit', async () => {
  const entry = (controlNumber: string) => ({ controlNumber, barcode: null, added: '2026-11-25T10:00:00.000Z' })
  localStorage.setItem('catalex.satchel', JSON.stringify([entry('p1'), entry('p2')]))
  open('/satchel', {
    session: SOMEBODY,
    rows,
    ...keeping(),
    changeSatchel: () => {
      localStorage.setItem('catalex.satchel', JSON.stringify([entry('p9'), entry('p1'), entry('p2')]))
      return { entries: [entry('p1')], left: [entry('p2')] }
    },
  })
  expect(await screen.findByText('1 title from this browser is now in the satchel of Ines Calder')).toBeVisible()
  const kept = JSON.parse(localStorage.getItem('catalex.satchel') ?? '[]') as { controlNumber: string }[]
  expect(kept.map(({ controlNumber }) => controlNumber).sort()).toEqual(['p2', 'p9'])
})

test('an answer from before it went along, which comes late, hides nothing', async () => {
  localStorage.setItem('catalex.satchel', JSON.stringify([{ controlNumber: 'p1', barcode: null, added: '2026-11-25T10:00:00.000Z' }]))
  let answerLate: () => void = () => undefined
  const late = new Promise<void>((resolve) => { answerLate = resolve }) // prettier-ignore
  const { server, client } = open('/satchel', { session: SOMEBODY, rows, ...keeping(), satchel: async () => { await late; return { entries: [] } } }) // prettier-ignore
  expect(await screen.findByText('1 title from this browser is now in the satchel of Ines Calder')).toBeVisible()
  expect(server.asked('satchel')).toHaveLength(1)
  answerLate()
  await waitFor(() => {
    expect(client.isFetching({ queryKey: ['satchel'] })).toBe(0)
  })
  // What has come is drawn in a turn of its own.
  await act(() => new Promise((drawn) => setTimeout(drawn)))
  expect(titles()).toEqual(['The salt ledger'])
})

test('a reader’s change is shown at once, and taken back when the server refuses it', async () => {
  const { user, server } = open('/titles/p1', { session: SOMEBODY, title: titlePage(), ...keeping() })
  const button = await screen.findByRole('button', { name: 'Put in satchel: The salt ledger' })
  server.reply({ changeSatchel: new Refused('busy') })
  await user.click(button)
  await waitFor(() => {
    expect(button).toHaveAttribute('aria-pressed', 'false')
  })
  expect(await screen.findByText(/busy|try again/i)).toBeVisible()
})

test('what somebody else wrote into this browser is no entry', async () => {
  localStorage.setItem('catalex.satchel', '[{"controlNumber":7},{"controlNumber":"p3","barcode":null,"added":"never"},null]')
  open('/satchel', { rows })
  expect(await screen.findByText(/Your satchel is empty/)).toBeVisible()
  localStorage.setItem('catalex.satchel', '{')
  open('/satchel', { rows })
  expect((await screen.findAllByText(/Your satchel is empty/)).length).toBeGreaterThan(0)
})

async function openHolds(replies: Replies): Promise<Opened> {
  const opened = open('/satchel', {
    session: SOMEBODY,
    places: { ...PLACES, branches: [branch('quay', 'Quayside'), branch('hill', 'Beacon Hill')] },
    rows,
    ...keeping(['p1', 'p3'].map((controlNumber) => ({ controlNumber, barcode: null, added: '2026-11-24T10:00:00.000Z' }))),
    ...replies,
  })
  await opened.user.click(await screen.findByRole('button', { name: 'Hold all 2' }))
  return opened
}

test('holds on all: what each costs or what stops it is said before, and what came of each after', async () => {
  const limit = { code: 'too-many-holds', held: 15, limit: 15 } as const
  const { user, server } = await openHolds({
    holdOptions: ({ query }) =>
      query.getAll('records').includes('p1')
        ? options([pickup('quay', { from: 'hill', cost: 120 }), pickup('hill', { refusal: { code: 'pickup-not-served' } })])
        : options([pickup('quay', { cost: 30 }), pickup('hill')]),
    placeHold: ({ body }) =>
      (body as { records: string[] }).records[0] === 'p1' ? hold('h1') : new Refused('refused', { refusal: limit }),
  })
  const dialog = await screen.findByRole('dialog', { name: 'Hold 2 titles' })
  const where = async (name: string) => {
    await user.click(within(dialog).getByRole('combobox', { name: 'Where to collect' }))
    await user.click(await screen.findByRole('option', { name }))
  }
  const lines = () =>
    within(dialog)
      .getAllByRole('listitem')
      .map((line) => line.textContent)
  // What cannot be held there is left out before anything is placed.
  await where('Beacon Hill')
  expect(await within(dialog).findByText('1 hold, collect at Beacon Hill. There is no charge.')).toBeVisible()
  expect(within(dialog).getByRole('button', { name: 'Place 1 hold' })).toBeEnabled()
  await where('Quayside')
  expect(within(dialog).getByText('2 holds, one for each title, collect at Quayside. Together they will cost 1.50.')).toBeVisible()
  expect(lines()).toEqual([expect.stringMatching(/salt ledger.*Beacon Hill.*1\.20/), expect.stringMatching(/Anchors.*0\.30/)])
  await user.click(within(dialog).getByRole('checkbox', { name: 'I agree to pay 1.50.' }))
  await user.click(within(dialog).getByRole('button', { name: 'Place 2 holds' }))
  expect(await within(dialog).findByText('1 of 2 holds placed, collect at Quayside.')).toBeVisible()
  expect(within(dialog).getByText('Hold placed')).toBeVisible()
  expect(within(dialog).getByText(/you have 15 of 15/)).toBeVisible()
  expect(server.asked('placeHold').map(({ body }) => (body as { pickup: string }).pickup)).toEqual(['quay', 'quay'])
  // Only what was refused is tried again, under the same key.
  server.reply({ placeHold: hold('h1') })
  await user.click(within(dialog).getByRole('button', { name: 'Try 1 again' }))
  expect(await within(dialog).findByText('2 of 2 holds placed, collect at Quayside.')).toBeVisible()
  const keys = server.asked('placeHold').map(({ headers }) => headers.get('idempotency-key'))
  expect(keys[2]).toBe(keys[1])
  expect(keys[0]).not.toBe(keys[1])
})

test('over the limit it is asked which to leave out, before anything is placed', async () => {
  const { user, server } = await openHolds({
    holdOptions: options([pickup('quay'), pickup('hill')], { used: 14, limit: 15 }),
    placeHold: hold('h1'),
  })
  const dialog = await screen.findByRole('dialog', { name: 'Hold 2 titles' })
  expect(await within(dialog).findByText('You can place 1 more holds. Remove 1 title.')).toBeVisible()
  expect(within(dialog).getByRole('button', { name: 'Place 2 holds' })).toBeDisabled()
  await user.click(within(dialog).getByRole('checkbox', { name: 'Hold Anchors' }))
  await user.click(within(dialog).getByRole('button', { name: 'Place 1 hold' }))
  expect(await within(dialog).findByText(/^1 of 2 holds placed/)).toBeVisible()
  expect(server.asked('placeHold').map(({ body }) => (body as { records: string[] }).records)).toEqual([['p1']])
})

test('how one is told and a note go with each of several holds', async () => {
  const told = [
    { channel: 'mail' as const, to: 'i…@pellan.example' },
    { channel: 'text' as const, to: '…421' },
  ]
  const { user, server } = await openHolds({ holdOptions: options([pickup('quay'), pickup('hill')], { told }), placeHold: hold('h1') })
  const dialog = await screen.findByRole('dialog', { name: 'Hold 2 titles' })
  await user.click(within(dialog).getByRole('button', { name: 'More options: dates, messages, note' }))
  await user.click(await within(dialog).findByRole('radio', { name: 'by text message to …421' }))
  await user.type(within(dialog).getByRole('textbox', { name: 'Note for staff' }), 'For the reading group')
  await user.click(within(dialog).getByRole('button', { name: 'Place 2 holds' }))
  expect(await within(dialog).findByText(/^2 of 2 holds placed/)).toBeVisible()
  const wished = { barcode: null, pickup: 'hill', notify: 'text', note: 'For the reading group' }
  expect(server.asked('placeHold').map(({ body }) => body)).toEqual([
    { records: ['p1'], ...wished },
    { records: ['p3'], ...wished },
  ])
})

test('on a terminal it is told that the satchel ends with the visit', async () => {
  expect(NOBODY.reader).toBeNull()
  const { default: IdleWarning } = await import('../signingIn/IdleWarning.tsx')
  localStorage.setItem('catalex.satchel', JSON.stringify([{ controlNumber: 'p1', barcode: null, added: '2026-11-25T10:00:00.000Z' }]))
  const { render } = await import('@testing-library/react')
  const { loadDeferredTexts } = await import('../shared/i18n.ts')
  await loadDeferredTexts()
  render(<IdleWarning left={30} reader={null} onStay={() => undefined} onLeave={() => undefined} />)
  expect(await screen.findByText(/The satchel with its 1 title will be emptied, too/)).toBeVisible()
})
