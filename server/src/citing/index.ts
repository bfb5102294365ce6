/** Citing: citations in styles, and files for programs that manage them. */
export { citationsOf } from './formatting.ts'
export { titlesMail } from './mail.ts'
export { EXPORT_FORMS, isExportForm, writeExport } from './files.ts'
