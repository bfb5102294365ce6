import { screen } from '@testing-library/react'
import { expect, test } from 'vitest'
import { open } from '../../tests/open.tsx'
import { copy, PLACES, titlePage } from '../../tests/samples.ts'
import { Refused } from '../../tests/server.ts'

const HEAD = { id: 'LAW2', code: 'LAW2', name: 'Coastal law', department: 'Law', section: null, instructors: ['Odd Ashby'], running: true }

test('courses are found while typing; an empty answer says whether nothing was entered or nothing fits, and whom to ask', async () => {
  const { user, server } = open('/courses', {
    places: { ...PLACES, courses: true },
    courses: ({ query }) =>
      query.get('find') === 'botany' ? { entered: 1, count: 0, courses: [] } : { entered: 1, count: 1, courses: [{ ...HEAD, texts: 3 }] },
  })
  expect(await screen.findAllByRole('link', { name: 'Courses' })).toHaveLength(2)
  expect(await screen.findByRole('link', { name: 'Coastal law' })).toHaveAttribute('href', expect.stringMatching(/^\/courses\/LAW2/))
  expect(screen.getByText('LAW2 · Law · Odd Ashby')).toBeVisible()
  await user.type(screen.getByRole('textbox', { name: 'Instructor, department, course or section' }), 'botany')
  expect(await screen.findByText(/No course matches “botany”/)).toBeVisible()
  expect(screen.getAllByRole('link', { name: 'Ask staff' }).length).toBeGreaterThan(0)
  server.reply({ courses: { entered: 0, count: 0, courses: [] } })
  await user.type(screen.getByRole('textbox', { name: 'Instructor, department, course or section' }), 's')
  expect(await screen.findByText(/No courses are listed yet/)).toBeVisible()
})

test('a course: each text with its copies and their terms, what is not held said so; an address that is none', async () => {
  const short = copy('r1', 'quay', { use: 'short loan', loan: { count: 4, unit: 'hours', overdue: null, returnTo: null } })
  const { server } = open('/courses/LAW2', {
    course: {
      ...HEAD,
      branch: 'quay',
      texts: [
        { controlNumber: 'p1', title: 'The law of the shore', who: ['Odd Ashby'], note: 'Chapter 2', copies: [short] },
        { controlNumber: null, title: 'Wrecks and their finders', who: [], note: null, copies: [] },
      ],
    },
  })
  expect(await screen.findByRole('heading', { level: 1, name: 'Coastal law' })).toBeVisible()
  expect(screen.getByRole('heading', { level: 2, name: /^The law of the shore/ })).toBeVisible()
  expect(screen.getByText('4 hours')).toBeVisible()
  expect(screen.getByText(/No library here has this/)).toBeVisible()
  expect(server.asked('course').at(-1)?.path).toBe('/api/courses/LAW2')
})

test('a course that is not there is said so; a title says for which courses it is kept', async () => {
  open('/courses/none', { course: new Refused('no-such-course') })
  expect(await screen.findByText('There is no course at this address. Search by its name or instructor.')).toBeVisible()
  open('/titles/p1', { title: titlePage({ courses: [{ id: 'LAW2', name: 'Coastal law' }] }) })
  expect(await screen.findByText(/Set aside for the course:/)).toHaveTextContent('Set aside for the course: Coastal law')
})
