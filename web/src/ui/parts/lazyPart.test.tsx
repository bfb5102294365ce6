import { QueryClientProvider } from '@tanstack/react-query'
import { render, screen, waitFor } from '@testing-library/react'
import { userEvent } from '@testing-library/user-event'
import { Suspense, type ComponentType } from 'react'
import { expect, test, vi } from 'vitest'
import { PLACES } from '../../../tests/samples.ts'
import { fakeServer } from '../../../tests/server.ts'
import { newClient } from '../../shared/client.ts'
import { lazyPart, overThePage } from './lazyPart.tsx'

const Good = () => <p>Here it is</p>
const Bad = () => {
  throw new Error('a slip')
}

/** @param answers what each try to load it brings */
function loads<Props>(...answers: (ComponentType<Props> | null)[]) {
  return vi.fn(() => {
    const answer = answers.shift()
    return answer ? Promise.resolve({ default: answer }) : Promise.reject(new TypeError('no file'))
  })
}

function show(Part: ComponentType) {
  fakeServer({ places: PLACES })
  return render(
    <QueryClientProvider client={newClient()}>
      <h1>The page</h1>
      <Suspense>
        <Part />
      </Suspense>
    </QueryClientProvider>,
  )
}

// React tells of errors that are caught; here they are meant.
const quietly = () => vi.spyOn(console, 'error').mockImplementation(() => undefined)

test('a part that does not come is asked for twice, says so in its place, and comes when it is tried again', async () => {
  const silenced = quietly()
  const load = loads(null, null, null, Good)
  const Part = lazyPart(load)
  const first = show(Part)
  expect(await screen.findByRole('alert')).toHaveTextContent('Part of the page didn’t load.')
  expect(load).toHaveBeenCalledTimes(2)
  expect(screen.getByRole('heading', { name: 'The page' })).toBeVisible()
  await userEvent.click(screen.getByRole('button', { name: 'Try again' }))
  expect(await screen.findByText('Here it is')).toBeVisible()
  expect(screen.queryByRole('alert')).toBeNull()
  first.unmount()
  show(Part)
  // What has come is not asked for again.
  expect(await screen.findByText('Here it is')).toBeVisible()
  expect(load).toHaveBeenCalledTimes(4)
  silenced.mockRestore()
})

test('a stylesheet that did not come with its part is fetched before the part is tried again', async () => {
  const missing = Object.assign(document.createElement('link'), { rel: 'stylesheet', href: '/plan.css' })
  document.head.append(missing)
  // Such an error is the link's alone.
  missing.dispatchEvent(new Event('error'))
  const load = loads(null, Good)
  show(lazyPart(load))
  await waitFor(() => {
    expect(missing.isConnected).toBe(false)
  })
  const again = document.head.querySelector<HTMLLinkElement>('link[href$="/plan.css"]')!
  expect(load).toHaveBeenCalledTimes(1)
  again.dispatchEvent(new Event('load'))
  expect(await screen.findByText('Here it is')).toBeVisible()
  again.remove()
})

test('what was wanted in vain is asked for anew by whoever wants it next', async () => {
  const silenced = quietly()
  const Part = lazyPart(loads(null, null, Good))
  const first = show(Part)
  await screen.findByRole('alert')
  first.unmount()
  show(Part)
  expect(await screen.findByText('Here it is')).toBeVisible()
  silenced.mockRestore()
})

test('a part that can’t be drawn leaves the page as it is', async () => {
  const silenced = quietly()
  show(lazyPart(loads(Bad)))
  expect(await screen.findByRole('alert')).toHaveTextContent('Something went wrong on our side.')
  expect(screen.getByRole('heading', { name: 'The page' })).toBeVisible()
  silenced.mockRestore()
})

test('what was to lie over the page can be closed', async () => {
  const silenced = quietly()
  const onClose = vi.fn()
  const Dialog = lazyPart<{ onClose(): void }>(loads(null, null), overThePage)
  show(() => <Dialog onClose={onClose} />)
  await screen.findByRole('alert')
  await userEvent.click(screen.getByRole('button', { name: 'Close' }))
  expect(onClose).toHaveBeenCalledOnce()
  silenced.mockRestore()
})
