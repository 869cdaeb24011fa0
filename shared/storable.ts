/**
 * Whether the database can hold a text as it is: PostgreSQL takes no U+0000 and no lone surrogates.
 *
 * @example
 * isStorable('a\0b') //=> false
 */
export const isStorable = (text: string): boolean => !/[\0\p{Cs}]/u.test(text)
