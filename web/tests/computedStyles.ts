/**
 * Computed styles at less cost, and the same. A query by role asks for those of an element and of all above it, again for
 * each element; the DOM of the tests holds every rule of every sheet against each of them, which was half of all the time.
 */
const compute = window.getComputedStyle.bind(window)
let known = new WeakMap<Element, CSSStyleDeclaration>()
const forget = () => {
  known = new WeakMap()
}
const observer = new MutationObserver(forget)

export function speedUpComputedStyles(): void {
  checkOnlyLikelyRules()
  observer.observe(document, { subtree: true, childList: true, attributes: true, characterData: true })
  window.getComputedStyle = (element, pseudo) => {
    if (pseudo) return compute(element, pseudo)
    if (observer.takeRecords().length > 0) forget()
    const style = known.get(element) ?? compute(element)
    known.set(element, style)
    return style
  }
}

interface Implementation {
  localName: string
  classList: { contains(name: string): boolean }
}
interface Selectors {
  check(selector: string, element: Implementation): { match: boolean; pseudoElement?: unknown }
}

/** What the DOM of the tests asks whether a rule fits an element: asked only where the last part of a selector can. */
function checkOnlyLikelyRules(): void {
  const [symbol = Symbol('none')] = Object.getOwnPropertySymbols(document)
  const selectors = (document as unknown as Record<symbol, { _domSelector: Selectors } | undefined>)[symbol]?._domSelector
  if (selectors === undefined) return
  const check = selectors.check.bind(selectors)
  selectors.check = (selector, element) => (mayMatch(selector, element) ? check(selector, element) : { match: false })
}

type Needed = { class: string } | { name: string } | null
/** What each of the alternatives of a selector needs of the element itself; null where that is not told at a glance. */
const neededBy = new Map<string, Needed[]>()

function mayMatch(selector: string, { classList, localName }: Implementation): boolean {
  const needed = neededBy.get(selector) ?? neededOf(selector)
  neededBy.set(selector, needed)
  return needed.some((need) => need === null || ('class' in need ? classList.contains(need.class) : localName === need.name))
}

function neededOf(selector: string): Needed[] {
  // Commas and spaces in brackets or strings part nothing.
  if (/[[\]("'\\|]/.test(selector)) return [null]
  return selector.split(',').map((alternative) => {
    const last =
      alternative
        .trim()
        .split(/[\s>+~]+/)
        .at(-1) ?? ''
    const [, name, ofClass] = /^([a-z][a-z0-9]*)?(?:\.([\w-]+))?/.exec(last) ?? []
    if (ofClass !== undefined) return { class: ofClass }
    return name === undefined ? null : { name }
  })
}
