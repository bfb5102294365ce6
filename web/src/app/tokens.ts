/** The look, in one place: every colour of either theme by its role. Text colours reach 4.5:1 on every ground they stand on. */
export interface Tokens {
  paper: string
  panel: string
  band: string
  bandInk: string
  bandSoft: string
  search: string
  searchInk: string
  ink: string
  soft: string
  line: string
  action: string
  actionInk: string
  attention: string
  waiting: string
  hover: string
  /** The head of the backroom, and the boards of its hold shelves. */
  backroom: string
  backroomInk: string
  backroomSoft: string
  board: string
  families: Record<string, string>
}

export const LIGHT: Tokens = {
  paper: '#FAF7F0',
  panel: '#FFFFFF',
  band: '#173F35',
  bandInk: '#FFFFFF',
  bandSoft: '#C9DAD3',
  search: '#E9B949',
  searchInk: '#1E2430',
  ink: '#1E2430',
  soft: '#575E69',
  line: '#E2DBCD',
  action: '#1F5A4A',
  actionInk: '#FFFFFF',
  attention: '#8E2F2F',
  waiting: '#86590A',
  hover: '#F2EDE1',
  backroom: '#23262F',
  backroomInk: '#F4EFE4',
  backroomSoft: '#C9C4B8',
  board: '#C9A97A',
  families: {
    print: '#34557F',
    'large-print': '#6C4A80',
    braille: '#5A5A5A',
    spoken: '#A3562A',
    player: '#B0702F',
    music: '#7D3750',
    film: '#3F4856',
    score: '#8A3A4A',
    map: '#4C6B38',
    journal: '#2F6B70',
    kit: '#7B6A2C',
    thing: '#6B5B4B',
    microform: '#55606B',
    picture: '#5F5B8A',
    computer: '#3E6A62',
    online: '#4A6A8A',
    unknown: '#5F646B',
  },
}

export const DARK: Tokens = {
  paper: '#161B1E',
  panel: '#1E2529',
  band: '#10302A',
  bandInk: '#F3EFE6',
  bandSoft: '#B4CBC2',
  search: '#E9B949',
  searchInk: '#1E2430',
  ink: '#ECE7DC',
  soft: '#ABB2B8',
  line: '#364046',
  action: '#7CC4AC',
  actionInk: '#0F1F1A',
  attention: '#EE9A93',
  waiting: '#E0B15A',
  hover: '#263036',
  backroom: '#23262F',
  backroomInk: '#F4EFE4',
  backroomSoft: '#C9C4B8',
  board: '#8A7350',
  families: {
    print: '#7FA3D4',
    'large-print': '#B793CE',
    braille: '#B0B0B0',
    spoken: '#E09A68',
    player: '#E0AE6C',
    music: '#D58BA6',
    film: '#A9B5C6',
    score: '#DC8C9B',
    map: '#9CC07F',
    journal: '#7DBFC4',
    kit: '#CDB96A',
    thing: '#C0AE9A',
    microform: '#A7B3BF',
    picture: '#B0ACDC',
    computer: '#8CC2B8',
    online: '#8FB2D6',
    unknown: '#B4B9BF',
  },
}

/** The tokens as custom properties, for the style sheets of the screens. */
export function cssVariables(tokens: Tokens): Record<string, string> {
  const { families, ...plain } = tokens
  return Object.fromEntries([
    ...Object.entries(plain).map(([name, value]) => [`--${name}`, value]),
    ...Object.entries(families).map(([name, value]) => [`--family-${name}`, value]),
  ])
}
