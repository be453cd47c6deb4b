import { lazy, type ComponentType, type LazyExoticComponent } from 'react'
import { matchPath } from 'react-router'

interface Page {
  path: string
  /** Fetches the code of the page. */
  load: () => Promise<{ default: ComponentType }>
  Component: LazyExoticComponent<ComponentType>
}

/** A page whose code comes when it is first opened. */
function page<K extends string>(path: string, name: K, from: () => Promise<Record<K, ComponentType>>): Page {
  const load = () => from().then((m): { default: ComponentType } => ({ default: m[name] }))
  return { path, load, Component: lazy(load) }
}

/** The pages in the frame. */
export const framed: Page[] = [
  page('/today', 'Today', () => import('../features/today/Today')),
  page('/prep', 'Prep', () => import('../features/prep/Prep')),
  page('/prep/week', 'Week', () => import('../features/prep/Week')),
  page('/cupboard', 'Cupboard', () => import('../features/cupboard/Cupboard')),
  page('/cupboard/list', 'Shop', () => import('../features/cupboard/Shop')),
  page('/cupboard/makes', 'Makes', () => import('../features/cupboard/Makes')),
  page('/batches', 'Batches', () => import('../features/batches/Batches')),
  page('/batches/new', 'NewBatch', () => import('../features/batches/NewBatch')),
  page('/batches/:id', 'BatchPage', () => import('../features/batches/BatchPage')),
  page('/rooms', 'Rooms', () => import('../features/rooms/Rooms')),
  page('/rooms/:id', 'RoomEditor', () => import('../features/rooms/RoomEditor')),
  page('/bench', 'Setups', () => import('../features/bench/Setups')),
  page('/bench/:id', 'Bench', () => import('../features/bench/Bench')),
  page('/bench/:id/log', 'Log', () => import('../features/went/Log')),
  page('/records', 'Records', () => import('../features/went/Records')),
  page('/shelf', 'Shelf', () => import('../features/shelf/Shelf')),
  page('/shelf/new', 'ItemForm', () => import('../features/shelf/ItemForm')),
  page('/shelf/:id', 'ItemPage', () => import('../features/shelf/ItemPage')),
  page('/shelf/:id/edit', 'ItemForm', () => import('../features/shelf/ItemForm')),
  page('/recipes', 'Recipes', () => import('../features/recipes/Recipes')),
  page('/recipes/new', 'RecipeForm', () => import('../features/recipes/RecipeForm')),
  page('/recipes/compare', 'Compare', () => import('../features/recipes/Compare')),
  page('/recipes/:id', 'RecipePage', () => import('../features/recipes/RecipePage')),
  page('/recipes/:id/edit', 'RecipeForm', () => import('../features/recipes/RecipeForm')),
  page('/list', 'CheckList', () => import('../features/list/CheckList')),
  page('/rules', 'RuleBook', () => import('../features/rules/RuleBook')),
  page('/unsent', 'Unsent', () => import('../features/unsent/Unsent')),
  page('/settings', 'Settings', () => import('../features/rules/Settings')),
]

/** The pages that are paper. */
export const printed: Page[] = [
  page('/cupboard/list/print', 'PrintList', () => import('../features/print/PrintList')),
  page('/batches/labels', 'Labels', () => import('../features/print/Labels')),
  page('/prep/print', 'PrintDay', () => import('../features/print/PrintDay')),
  page('/gauge', 'GaugeSheet', () => import('../features/gauge/GaugeSheet')),
  page('/recipes/:id/print', 'RecipeCards', () => import('../features/print/PrintRecipe')),
  page('/recipes/:id/chart', 'WallChart', () => import('../features/print/PrintRecipe')),
  page('/bench/:id/print', 'PrintSetup', () => import('../features/print/PrintSetup')),
]

/** Fetches the code of the page at an address ahead of its being drawn. */
export function fetchAhead(address: string) {
  const at = address === '/' ? '/today' : address
  const all = [...framed, ...printed]
  const found = all.find((p) => p.path === at) ?? all.find((p) => matchPath(p.path, at))
  // A page that does not come is asked for again, and said, when it is drawn.
  found?.load().catch(() => undefined)
}

/** Fetches the code of all pages, so that an open page never lacks a part that a newer version has replaced. */
export function fetchRest() {
  for (const p of [...framed, ...printed]) p.load().catch(() => undefined)
}
