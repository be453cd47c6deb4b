/** What mixes are called together, in the order of the book. */
export const kinds: [string, string][] = [
  ['dough', 'Doughs'],
  ['sand', 'Mouldable sands'],
  ['foam', 'Foams'],
  ['goop', 'Goops and muds'],
  ['gel', 'Gels'],
  ['dry', 'Coloured dry fillers'],
  ['noodles', 'Noodles and pearls'],
  ['ice', 'Ice'],
  ['tray', 'Trays'],
  ['paint', 'Paints'],
  ['bottle', 'Bottles'],
  ['bag', 'Bags'],
]

/** Kinds that a centre writes recipes of itself. */
export const ownKinds = ['dough', 'sand', 'foam', 'goop', 'dry', 'tray', 'paint']
