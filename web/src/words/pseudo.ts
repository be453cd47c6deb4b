const plain = 'abcdefghijklmnopqrstuvwxyzABCDEGHIKLMNOPRSTUWYZ'
const marked = 'áƀçđéƒğĥíjķļɱñóþɋřšţúṽŵẋýžÁƁÇĐÉĞĤÍĶĻṀÑÓÞŘŠŢÚŴÝŽ'

/** What is no language: every text stands whole between ⟦ and ⟧ with its letters marked; parts and elements stay. What
 * was put together of pieces, or never was a text, shows at once. */
export const reword = (text: string) =>
  `⟦${text.replace(/\{\{[^}]*\}\}|<[^>]*>|[a-z]/gi, (c) => (c.length > 1 ? c : (marked[plain.indexOf(c)] ?? c)))}⟧`
