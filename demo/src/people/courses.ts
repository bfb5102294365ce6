/** Courses of the university and of the college, and what is read in them. */
import type { CoursesFile } from '@catalex/contract/files'
import type { Draft } from '../titles/draft.ts'

interface Plan {
  code: string
  name: string
  department: string
  section?: string
  instructors: string[]
  branch: 'cope' | 'ketteridge' | 'college'
  /** Subject headings of its texts. */
  topics: RegExp
  /** How many texts are put aside for it. */
  texts: number
  term: keyof typeof TERMS
}

/** First and last day, counted from the demo's day. */
const TERMS = { now: [-70, 60], before: [-220, -95], next: [75, 200] } as const

/** "LAW 210, evening | Coastal law | Perpetua Varmoor, Ines Arkley | topics | 8 | now" */
const plans = (department: string, branch: Plan['branch'], text: string): Plan[] =>
  text
    .trim()
    .split('\n')
    .map((line) => {
      const [head = '', name = '', instructors = '', topics = '', texts = '', term = ''] = line.split(' | ').map((part) => part.trim())
      const [code = '', section] = head.split(', ')
      return {
        code,
        name,
        department,
        ...(section === undefined ? {} : { section }),
        instructors: instructors.split(', '),
        branch,
        topics: new RegExp(`^(?:${topics.replaceAll(', ', '|')})`),
        texts: Number(texts),
        term: term === 'before' || term === 'next' ? term : 'now',
      }
    })

const PLANS: readonly Plan[] = [
  ...plans(
    'Law',
    'cope',
    `
LAW 101, day | Introduction to law | Odd Halvestad | Contracts, Constitutional | 14 | now
LAW 101, evening | Introduction to law | Perpetua Varmoor | Land tenure, Evidence | 6 | now
LAW 210, evening | Coastal law | Perpetua Varmoor | Maritime law, Pilots, Harbors | 8 | now
LAW 315 | Carriage and insurance at sea | Quentin Thorvik | Insurance | 11 | now
LAW 322 | Fisheries and their limits | Quentin Thorvik | Fishery law | 5 | next`,
  ),
  ...plans(
    'History',
    'cope',
    `
HIS 104 | A history of pilotage | Emeric Ostvik, Ines Arkley | none | 0 | now
HIS 112 | Villages and parishes | Zelda Marwick | Villages, Cemeteries, Oral | 22 | now
HIS 205 | Islands of the north | Emeric Ostvik | Islands | 17 | now
HIS 240 | Wrecks, lights and lifeboats | Ines Arkley | Shipwrecks, Lighthouses, Lifeboats | 30 | now
HIS 318 | The printing shop | Zelda Marwick | Printing, Medieval manuscripts | 9 | before`,
  ),
  ...plans(
    'Language and Literature',
    'cope',
    `
LIT 110 | How to read a poem | Saskia Brunholt | Poetry | 12 | now
LIT 214 | Tales and their tellers | Ottilie Farnmoor | Folklore | 19 | now
LIT 230 | The art of translation | Saskia Brunholt, Karel Ostrand | Translating | 7 | now
LIN 120 | Sounds of speech | Karel Ostrand | Linguistics | 16 | next
PHI 101 | Questions and arguments | Yorick Penvale | Philosophy, Ethics | 24 | now`,
  ),
  ...plans(
    'Marine Science',
    'ketteridge',
    `
MAR 150 | The living shore | Ragna Seldal | Marine biology, Seaweed | 18 | now
MAR 160 | Waves and tides | Gunnar Talfrik | Fluid mechanics, Oceanography | 21 | now
MAR 220 | Salt marshes | Ragna Seldal | Salt marsh | 10 | now
MAR 305 | Weather at sea | Gunnar Talfrik | Weather | 4 | before
GEO 140 | Rocks of the Sound | Hedda Corraker | Geology | 13 | now`,
  ),
  ...plans(
    'Mathematics',
    'ketteridge',
    `
MAT 101, day | Algebra, first course | Ludo Steinquist | Algebra | 15 | now
MAT 101, evening | Algebra, first course | Birgit Wendover | Number theory | 3 | now
MAT 225 | Chance and data | Birgit Wendover | Statistics | 20 | now
MAT 330 | Graphs and algorithms | Ludo Steinquist | Algorithms | 9 | next`,
  ),
  ...plans(
    'Nursing',
    'college',
    `
NUR 101 | Foundations of care | Moira Glenholt | Nursing care, Infection control | 26 | now
NUR 115 | The body | Mattias Oakbourne | Anatomy | 8 | now
NUR 204 | Birth and after | Moira Glenholt | Midwifery | 12 | now
NUR 260 | At home and at the bedside | Mattias Oakbourne | Community health, Palliative | 14 | now
NUR 310 | Practice in the wards | Moira Glenholt | none | 0 | now`,
  ),
]

const NOTES = ['Chapters 1 to 3, first week', 'The whole of it', 'Pages 40 to 96', 'For the essay', '']
/** Named by its instructor; no library here has it. */
const NOT_HELD = {
  'LAW 210': { citation: 'Drumcroft, Wanda: Wrecks and their finders. Tarbeck, 1888.', note: 'If it can be found' },
  'LIT 214': { citation: 'Ballads of the outer skerries, collected on the spot. Corrow, 1901.', note: 'The preface' },
}

/** Texts as they come by: what fits a course that has not all of its texts yet is put aside for it. */
export class Reserves {
  private readonly texts = new Map<Plan, string[]>()

  /** @returns the branch whose desk gets a copy of it; null where no course reads it */
  take(draft: Draft, controlNumber: string): Plan['branch'] | null {
    if (draft.carrier !== 'book' || draft.language !== 'eng' || draft.fiction) return null
    const plan = PLANS.find((one) => this.textsOf(one).length < one.texts && draft.subjects.some(({ heading }) => one.topics.test(heading)))
    if (!plan) return null
    this.texts.set(plan, [...this.textsOf(plan), controlNumber])
    return plan.branch
  }

  /** @param dateAfter ISO date so many days from the demo's day */
  courses(dateAfter: (days: number) => string): CoursesFile {
    return PLANS.map((plan) => {
      const { code, name, department, section, instructors, branch, term } = plan
      const notHeld = Object.entries(NOT_HELD).flatMap(([of, text]) => (of === code ? [text] : []))
      const texts = this.textsOf(plan).map((controlNumber, i) => ({ controlNumber, note: NOTES[i % NOTES.length] ?? '' }))
      return {
        code,
        name,
        department,
        ...(section === undefined ? {} : { section }),
        instructors,
        from: dateAfter(TERMS[term][0]),
        to: dateAfter(TERMS[term][1]),
        branch,
        texts: [...texts, ...notHeld],
      }
    })
  }

  private readonly textsOf = (plan: Plan): readonly string[] => this.texts.get(plan) ?? []
}
