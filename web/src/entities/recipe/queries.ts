import { keepPreviousData, queryOptions } from '@tanstack/react-query'
import { api, ask, type Schemas } from '../../api/client'
import { key, unkept } from '../../api/keys'

export const bookQuery = queryOptions({
  queryKey: key('book'),
  queryFn: ({ signal }) => ask(api.GET('/api/book', { signal })),
  staleTime: Infinity,
})

export const recipesQuery = (room_id: string, use: string) =>
  queryOptions({
    ...unkept,
    queryKey: key('recipes', room_id, use),
    queryFn: ({ signal }) => ask(api.GET('/api/recipes', { params: { query: { room_id, use } }, signal })),
    enabled: room_id !== '',
  })

export const recipeQuery = (id: string, version?: number) =>
  queryOptions({
    queryKey: key('recipe', id, version),
    queryFn: ({ signal }) =>
      ask(api.GET('/api/recipes/{id}', { params: { path: { id }, query: { version } }, signal })),
  })

/** How a recipe is made; roomVersion makes an edited room ask again. */
export const makingQuery = (order: Schemas['RecipeOrder'], roomVersion: number) =>
  queryOptions({
    ...unkept,
    queryKey: key('making', order, roomVersion),
    queryFn: ({ signal }) => ask(api.POST('/api/recipes/make', { body: order, signal })),
    placeholderData: keepPreviousData,
    retry: false,
  })

/** How a recipe reads as it is typed. */
export const draftQuery = (room_id: string, recipe: Schemas['RecipeText']) =>
  queryOptions({
    ...unkept,
    queryKey: key('draft', room_id, recipe),
    queryFn: ({ signal }) => ask(api.POST('/api/recipes/read', { body: { room_id, recipe }, signal })),
    placeholderData: keepPreviousData,
    enabled: room_id !== '',
    retry: false,
  })
