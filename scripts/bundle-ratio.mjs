// Compares the first load of the app with the same libraries bare: one page with React,
// React-Bootstrap, the router, the query client, what keeps on the device and what says texts, and nothing of ours. It prints a line in
// the form of the Go benchmarks, so that one program holds all budgets.
import { mkdirSync, mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { join } from 'node:path'
import { fileURLToPath, pathToFileURL } from 'node:url'
import { gzipSync } from 'node:zlib'

const web = fileURLToPath(new URL('../web/', import.meta.url))
const require = createRequire(join(web, 'package.json'))
const { build } = await import(pathToFileURL(require.resolve('vite')).href)

const gzipped = (file) => gzipSync(readFileSync(file)).length
const firstLoad = (dir) => {
  const html = readFileSync(join(dir, 'index.html'), 'utf8')
  return [...html.matchAll(/(?:src|href)="\/(assets\/[^"]+\.js)"/g)].reduce((sum, m) => sum + gzipped(join(dir, m[1])), 0)
}

const bare = mkdtempSync(join(web, '.bare-'))
try {
  mkdirSync(join(bare, 'src'))
  writeFileSync(join(bare, 'index.html'), '<!doctype html><div id="root"></div><script type="module" src="/src/main.jsx"></script>')
  writeFileSync(
    join(bare, 'src/main.jsx'),
    `import { createSyncStoragePersister } from '@tanstack/query-sync-storage-persister'
import { QueryClient, useQuery } from '@tanstack/react-query'
import { PersistQueryClientProvider } from '@tanstack/react-query-persist-client'
import { createElement as h } from 'react'
import { Button, Form, Offcanvas } from 'react-bootstrap'
import { createInstance } from 'i18next'
import { openDB } from 'idb'
import { Trans } from 'react-i18next/TransWithoutContext'
import { createRoot } from 'react-dom/client'
import { createBrowserRouter, NavLink, Route, Routes } from 'react-router'
import { RouterProvider } from 'react-router/dom'
openDB('bare', 1)
const persister = createSyncStoragePersister({ storage: localStorage })
const i18n = createInstance(); i18n.init({ lng: 'en', resources: {}, initAsync: false })
const Page = () => { const q = useQuery({ queryKey: ['x'], queryFn: () => 1 }); return h(Form, null, h(NavLink, { to: '/' }), h(Button, null, q.data), h(Offcanvas, { show: false }), h(Trans, { i18n, i18nKey: 'x', components: {} })) }
createRoot(document.getElementById('root')).render(h(PersistQueryClientProvider, { client: new QueryClient(), persistOptions: { persister } }, h(RouterProvider, { router: createBrowserRouter([{ path: '*', element: h(Routes, null, h(Route, { path: '*', element: h(Page) })) }]) })))
`,
  )
  await build({ root: bare, configFile: false, logLevel: 'silent', build: { outDir: 'out' } })
  const floor = firstLoad(join(bare, 'out'))
  const ours = firstLoad(join(web, 'built/app'))
  const all = readdirSync(join(web, 'built/app/assets')).filter((f) => f.endsWith('.js')).reduce((sum, f) => sum + gzipped(join(web, 'built/app/assets', f)), 0)
  console.log(`BenchmarkFirstLoad 1 ${(ours / 1000).toFixed(1)} kB ${(floor / 1000).toFixed(1)} kB/floor ${(all / 1000).toFixed(1)} kB/all-routes ${(ours / floor).toFixed(3)} ratio`)
} finally {
  rmSync(bare, { recursive: true, force: true })
}
