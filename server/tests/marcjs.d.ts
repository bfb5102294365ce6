/** The part of marcjs that is used: it writes ISO 2709. */
declare module 'marcjs' {
  export const Marc: { format(record: { leader: string; fields: readonly (readonly string[])[] }, type: 'iso2709'): string }
}
