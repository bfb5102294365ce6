/** A title as others cite it: for machines that read pages. */
export { citationTags } from './citationTags.ts'
export { jsonLdOf } from './jsonLd.ts'
