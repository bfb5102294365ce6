/** Titles in other scripts, and titles that are read online. */
import { publisherNamed, type PersonName } from '../vocabulary/names.ts'
import type { Draft } from './draft.ts'
import { at, one, person, type Story } from './story.ts'

/** Titles in scripts of their own, beside their transliteration. */
export function otherScripts(): Story[] {
  const told = (language: string, title: string, author: PersonName, inScript: Draft['inScript'], more: Partial<Draft> = {}) =>
    one({ title, author, year: 2017, publisher: publisherNamed('Ebb Editions'), language, fiction: true, inScript, ...more }, at('northmole lanternhill')) // prettier-ignore
  return [
    told('rus', 'More i solʹ', person('Vera', 'Lebedʹ', 1964), { title: 'Море и соль', author: 'Лебедь, Вера' }, { genres: ['Novels'] }),
    told('gre', 'To limani tou anemou', person('Danaē', 'Thalassinou', 1971), {
      title: 'Το λιμάνι του ανέμου',
      author: 'Θαλασσινού, Δανάη',
    }),
    told(
      'ara',
      'Riyāḥ al-marfaʼ',
      person('Nūr', 'al-Baḥrī', 1958),
      { title: 'رياح المرفأ', author: 'البحري، نور' },
      { genres: ['Poetry'] },
    ),
    told('heb', 'Migdalor ba-layla', person('Noʻa', 'Ḥofi', 1980), { title: 'מגדלור בלילה', author: 'חופי, נועה' }),
    told('jpn', 'Umi no michi', person('Aoi', 'Hamano', 1969), { title: '海の道', author: '浜野, 葵' }),
  ]
}

/** What is read online: one that nothing stands on a shelf of, and one that does. */
export function onlineTitles(): Story[] {
  const tides = {
    title: 'Tide tables of the Sound',
    publisher: publisherNamed('Pellan University Press'),
    subjects: [{ heading: 'Tides', place: 'Pellan Sound' }],
  }
  return [
    one({ ...tides, year: 2026, carrier: 'online-resource', extent: '1 online resource', isbn: false, online: { url: 'https://tides.pellan.example/2026', label: 'Pellan tide service' } }, []), // prettier-ignore
    one({ ...tides, title: 'The flood plain of the Wether', year: 2022, dewey: '551.489', online: { url: 'https://press.pellan.example/wether', label: 'Open edition' } }, at('northmole wetherdale')), // prettier-ignore
  ]
}
