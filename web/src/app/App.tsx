import { useQuery } from '@tanstack/react-query'
import { lazy, Suspense, useEffect } from 'react'
import { outbox } from '../api/outbox'
import { Navigate, Route, Routes } from 'react-router'
import { sessionQuery } from '../session/queries'
import { SignIn } from '../features/signin/SignIn'
import { Failure, Waiting } from '../ui/States'
import { SessionContext } from '../session/session'
import { Shell } from './Shell'

const Rooms = lazy(() => import('../features/rooms/Rooms').then((m) => ({ default: m.Rooms })))
const RoomEditor = lazy(() => import('../features/rooms/RoomEditor').then((m) => ({ default: m.RoomEditor })))
const Setups = lazy(() => import('../features/bench/Setups').then((m) => ({ default: m.Setups })))
const Bench = lazy(() => import('../features/bench/Bench').then((m) => ({ default: m.Bench })))
const Shelf = lazy(() => import('../features/shelf/Shelf').then((m) => ({ default: m.Shelf })))
const ItemPage = lazy(() => import('../features/shelf/ItemPage').then((m) => ({ default: m.ItemPage })))
const ItemForm = lazy(() => import('../features/shelf/ItemForm').then((m) => ({ default: m.ItemForm })))
const Recipes = lazy(() => import('../features/recipes/Recipes').then((m) => ({ default: m.Recipes })))
const RecipePage = lazy(() => import('../features/recipes/RecipePage').then((m) => ({ default: m.RecipePage })))
const RecipeForm = lazy(() => import('../features/recipes/RecipeForm').then((m) => ({ default: m.RecipeForm })))
const Compare = lazy(() => import('../features/recipes/Compare').then((m) => ({ default: m.Compare })))
const RecipeCards = lazy(() => import('../features/print/PrintRecipe').then((m) => ({ default: m.RecipeCards })))
const WallChart = lazy(() => import('../features/print/PrintRecipe').then((m) => ({ default: m.WallChart })))
const CheckList = lazy(() => import('../features/list/CheckList').then((m) => ({ default: m.CheckList })))
const RuleBook = lazy(() => import('../features/rules/RuleBook').then((m) => ({ default: m.RuleBook })))
const Settings = lazy(() => import('../features/rules/Settings').then((m) => ({ default: m.Settings })))
const GaugeSheet = lazy(() => import('../features/gauge/GaugeSheet').then((m) => ({ default: m.GaugeSheet })))
const PrintSetup = lazy(() => import('../features/print/PrintSetup').then((m) => ({ default: m.PrintSetup })))

export function App() {
  const session = useQuery(sessionQuery)
  const who = session.data && `${session.data.centre.name}/${session.data.name}`
  useEffect(() => {
    if (who) outbox.open(who)
    else if (who === null) outbox.close()
  }, [who])
  if (session.error && !session.data) {
    return (
      <main className="screen">
        <Failure error={session.error} retry={() => void session.refetch()} />
      </main>
    )
  }
  if (session.data === undefined) return <Waiting what="your centre" />
  if (session.data === null) return <SignIn />
  return (
    <SessionContext value={session.data}>
      <Suspense fallback={<Waiting what="the page" />}>
        <Routes>
          <Route element={<Shell />}>
            <Route path="/rooms" element={<Rooms />} />
            <Route path="/rooms/:id" element={<RoomEditor />} />
            <Route path="/bench" element={<Setups />} />
            <Route path="/bench/:id" element={<Bench />} />
            <Route path="/shelf" element={<Shelf />} />
            <Route path="/shelf/new" element={<ItemForm />} />
            <Route path="/shelf/:id" element={<ItemPage />} />
            <Route path="/shelf/:id/edit" element={<ItemForm />} />
            <Route path="/recipes" element={<Recipes />} />
            <Route path="/recipes/new" element={<RecipeForm key="new" />} />
            <Route path="/recipes/compare" element={<Compare />} />
            <Route path="/recipes/:id" element={<RecipePage />} />
            <Route path="/recipes/:id/edit" element={<RecipeForm key="edit" />} />
            <Route path="/list" element={<CheckList />} />
            <Route path="/rules" element={<RuleBook />} />
            <Route path="/settings" element={<Settings />} />
            <Route path="*" element={<Navigate to="/bench" replace />} />
          </Route>
          <Route path="/gauge" element={<GaugeSheet />} />
          <Route path="/recipes/:id/print" element={<RecipeCards />} />
          <Route path="/recipes/:id/chart" element={<WallChart />} />
          <Route path="/bench/:id/print" element={<PrintSetup />} />
        </Routes>
      </Suspense>
    </SessionContext>
  )
}
