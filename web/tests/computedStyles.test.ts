/** What makes computed styles cheap changes none of them. */
import { afterEach, expect, test } from 'vitest'

const SHEET = `
  .card { display: none } section .card.open { display: block } p, .card > b { visibility: hidden }
  li:not(.card) { opacity: 0.5 } [data-kind="a, b"] .note { pointer-events: none }
  #one .note, .late { display: flex } div p.note + p { visibility: visible }`
const PAGE = `
  <section id="one"><div class="card open"><b>1</b><p class="note">2</p><p>3</p></div></section>
  <div class="card"><b>4</b></div><ul><li>5</li><li class="card">6</li></ul>
  <div data-kind="a, b"><span class="note late">7</span></div>`
const WATCHED = ['display', 'visibility', 'opacity', 'pointer-events']

/** By a window of its own, which nobody has sped up. */
function plainStyles(html: string): string[][] {
  const frame = document.body.appendChild(document.createElement('iframe'))
  const inner = frame.contentDocument!
  inner.head.innerHTML = `<style>${SHEET}</style>`
  inner.body.innerHTML = html
  const styles = read(inner.body, (element) => frame.contentWindow!.getComputedStyle(element))
  frame.remove()
  return styles
}

const read = (body: HTMLElement, styleOf: (element: Element) => CSSStyleDeclaration) =>
  [...body.querySelectorAll('*')].map((element) => WATCHED.map((name) => styleOf(element).getPropertyValue(name)))

// The window is that of other tests, too, whose styles stand in its head.
const sheet = document.createElement('style')
afterEach(() => {
  sheet.remove()
  document.body.innerHTML = ''
})

test('they are those of the DOM, before and after each change of the page', () => {
  sheet.textContent = SHEET
  document.head.append(sheet)
  document.body.innerHTML = PAGE
  const html = () => document.body.innerHTML
  const seen = () => read(document.body, (element) => window.getComputedStyle(element))
  expect(seen()).toEqual(plainStyles(PAGE))
  const changes = [
    () => document.querySelector('.open')!.classList.remove('open'),
    () => document.querySelector('ul')!.append(document.createElement('li')),
    () => document.querySelector('span')!.setAttribute('style', 'display: grid'),
    () => document.querySelector('[data-kind]')!.removeAttribute('data-kind'),
    () => document.querySelector('p')!.remove(),
  ]
  for (const change of changes) {
    const before = seen()
    change()
    const now = html()
    expect(seen()).toEqual(plainStyles(now))
    expect(seen()).not.toEqual(before)
  }
})
