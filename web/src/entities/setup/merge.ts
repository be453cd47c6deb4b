/** What was changed on both sides, in different ways. */
export interface Clash {
  path: string[]
  mine: unknown
  theirs: unknown
}

interface Merged<T> {
  merged: T
  clashes: Clash[]
}

type Doc = Record<string, unknown>

const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b)
const isDoc = (v: unknown): v is Doc => typeof v === 'object' && v !== null && !Array.isArray(v)
const isList = (v: unknown): v is (Doc & { id: string })[] =>
  Array.isArray(v) && v.every((x) => isDoc(x) && typeof x.id === 'string')

/**
 * Puts together two changed forms of one thing: each change of either side is in it, and where both
 * changed the same part in different ways, mine stands and the clash is told. Lines of a list are
 * known by their ids, wherever they stand by then; one that was taken out on one side and changed
 * on the other stays.
 */
export function merge<T>(was: T, mine: T, theirs: T): Merged<T> {
  const clashes: Clash[] = []
  return { merged: both(was, mine, theirs, [], clashes) as T, clashes }
}

/** The same with theirs where both changed the same part. */
export function theirsIn<T>(merged: T, clashes: Clash[]): T {
  const put = (v: unknown, path: string[], theirs: unknown): unknown => {
    const [first, ...rest] = path
    if (first === undefined) return theirs
    if (Array.isArray(v)) return v.map((row: Doc) => (row.id === first ? put(row, rest, theirs) : row))
    return { ...(v as Doc), [first]: put((v as Doc)[first], rest, theirs) }
  }
  return clashes.reduce<unknown>((doc, c) => put(doc, c.path, c.theirs), merged) as T
}

function both(was: unknown, mine: unknown, theirs: unknown, path: string[], clashes: Clash[]): unknown {
  if (same(mine, theirs) || same(was, theirs)) return mine
  if (same(was, mine)) return theirs
  if (isDoc(was) && isDoc(mine) && isDoc(theirs)) {
    const keys = new Set([...Object.keys(mine), ...Object.keys(theirs)])
    return Object.fromEntries(
      [...keys]
        .map((k) => [k, both(was[k], mine[k], theirs[k], [...path, k], clashes)])
        .filter(([, v]) => v !== undefined),
    )
  }
  if (isList(was) && isList(mine) && isList(theirs)) return lists(was, mine, theirs, path, clashes)
  clashes.push({ path, mine, theirs })
  return mine
}

type Row = Doc & { id: string }

function lists(was: Row[], mine: Row[], theirs: Row[], path: string[], clashes: Clash[]): Row[] {
  const by = (rows: Row[]) => new Map(rows.map((r) => [r.id, r]))
  const [old, here, there] = [by(was), by(mine), by(theirs)]
  const keep = (row: Row): Row | undefined => {
    const before = old.get(row.id)
    const [m, t] = [here.get(row.id), there.get(row.id)]
    if (m && t) return both(before ?? {}, m, t, [...path, row.id], clashes) as Row
    if (!before) return row // added on one side
    return same(before, row) ? undefined : row // taken out on the other, unless it was changed here
  }
  const out: Row[] = []
  for (const row of mine) {
    const kept = keep(row)
    if (kept) out.push(kept)
  }
  theirs.forEach((row, i) => {
    if (here.has(row.id)) return
    const kept = keep(row)
    if (!kept) return
    const after = theirs.slice(0, i).findLast((r) => out.some((o) => o.id === r.id))
    out.splice(after ? out.findIndex((o) => o.id === after.id) + 1 : 0, 0, kept)
  })
  return out
}
