/** The texts of another language: the same names, other words. A name without words is an error of types. */
export type InOtherWords<T> = { [Name in keyof T]: T[Name] extends string ? string : InOtherWords<T[Name]> }
