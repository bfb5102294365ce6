/** Courses of Pellan University, and what is read in them. */
import type { CoursesFile } from '@catalex/contract/files'
import type { Draft } from '../titles/draft.ts'

/** Texts put aside for the one course that has its list. */
export const TEXTS_READ = 8

export const isForCourse = ({ carrier, title, language }: Draft): boolean =>
  carrier === 'book' && language === 'eng' && /law|coast|harbour|shore|pilot/i.test(title)

/** @param reserved control numbers of the texts @param dateAfter ISO date so many days from the demo's day */
export function coursesOf(reserved: readonly string[], dateAfter: (days: number) => string): CoursesFile {
  const NOTES = ['Chapters 1 to 3, first week', 'The whole of it', 'Pages 40 to 96', 'For the essay']
  return [
    {
      code: 'LAW210',
      name: 'Coastal law',
      department: 'Law',
      section: 'evening',
      instructors: ['Perpetua Varmoor'],
      from: dateAfter(-70),
      to: dateAfter(60),
      branch: 'cope',
      texts: [
        ...reserved.map((controlNumber, i) => ({ controlNumber, note: NOTES[i % NOTES.length] ?? '' })),
        { citation: 'Drumcroft, Wanda: Wrecks and their finders. Tarbeck, 1888.', note: 'If it can be found' },
      ],
    },
    {
      code: 'HIS104',
      name: 'A history of pilotage',
      department: 'History',
      instructors: ['Emeric Ostvik', 'Ines Arkley'],
      from: dateAfter(-70),
      to: dateAfter(60),
      branch: 'maritime',
      texts: [],
    },
  ]
}
