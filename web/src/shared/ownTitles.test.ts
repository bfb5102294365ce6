import { QueryObserver } from '@tanstack/react-query'
import { expect, test, vi } from 'vitest'
import { newClient } from './client.ts'
import { cardQuery, refreshCard } from './ownTitles.ts'

test('a card that was asked for before a change does not hide the change', async () => {
  const client = newClient()
  const answers: ((card: string) => void)[] = []
  const queryFn = () => new Promise<string>((answer) => answers.push(answer))
  const end = new QueryObserver(client, { queryKey: [...cardQuery.queryKey, 'of the test'], queryFn }).subscribe(() => undefined)
  await vi.waitFor(() => {
    expect(answers).toHaveLength(1)
  })
  const refreshed = refreshCard(client)
  answers[0]?.('before')
  await vi.waitFor(() => {
    expect(answers).toHaveLength(2)
  })
  answers[1]?.('after')
  await refreshed
  expect(client.getQueryData([...cardQuery.queryKey, 'of the test'])).toBe('after')
  end()
})
