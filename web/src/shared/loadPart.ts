/** Parts of the application are files of their own, which a network that is away, or a newer release, can keep from coming. */

/** A part of the application could not be loaded. */
export class PartMissing extends Error {
  constructor(cause: unknown) {
    super('part missing', { cause })
    this.name = 'PartMissing'
  }
}

/** A network is often away for a moment only. */
const SECOND_TRY_MS = 700

/** @throws PartMissing where a second try fails, too */
export async function loadPart<Part>(load: () => Promise<Part>): Promise<Part> {
  try {
    return await load()
  } catch {
    await new Promise((resolve) => setTimeout(resolve, SECOND_TRY_MS))
    try {
      await reloadStyles()
      return await load()
    } catch (error) {
      throw new PartMissing(error)
    }
  }
}

/** Stylesheets that did not come: a second import of their part would take them for loaded. */
const missingStyles = new Set<HTMLLinkElement>()
window.addEventListener(
  'error',
  ({ target }) => {
    if (target instanceof HTMLLinkElement && target.rel === 'stylesheet') missingStyles.add(target)
  },
  // Such errors don't rise to the window.
  true,
)

async function reloadStyles(): Promise<void> {
  await Promise.all([...missingStyles].map(reloadStyle))
}

function reloadStyle(missing: HTMLLinkElement): Promise<void> {
  missingStyles.delete(missing)
  return new Promise((resolve, reject) => {
    const link = document.createElement('link')
    link.rel = 'stylesheet'
    link.addEventListener('load', () => {
      resolve()
    })
    link.addEventListener('error', () => {
      reject(new Error(`no styles at ${missing.href}`))
    })
    link.href = missing.href
    missing.replaceWith(link)
  })
}
