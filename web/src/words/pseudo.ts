const letters = new Map(
  [...'aábƀcçdđeéfƒgğhĥiíjĵkķlļmɱnñoópþqɋrřsštţuúvṽwŵxẋyýzžAÁBƁCÇDĐEÉGĞHĤIÍKĶLĻMṀNÑOÓPÞRŘSŠTŢUÚWŴYÝZŽ'].reduce<
    [string, string][]
  >((all, c, i, from) => (i % 2 ? all : [...all, [c, from[i + 1] ?? c]]), []),
)

/** What is no language: every text stands whole between ⟦ and ⟧ with its letters marked; parts and elements stay. */
export const reword = (text: string) =>
  `⟦${text.replace(/\{\{[^}]*\}\}|<[^>]*>|./gs, (c) => (c.length > 1 ? c : (letters.get(c) ?? c)))}⟧`
