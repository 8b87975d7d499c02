import { createRouter, createWebHistory, START_LOCATION } from 'vue-router'

declare module 'vue-router' {
  interface RouteMeta {
    /** Which room of the navigation is lit. */
    room: 'stove' | 'bench' | 'sweets' | 'day' | 'notebook' | 'kitchen' | 'none'
    title: string
  }
}

export const router = createRouter({
  history: createWebHistory(),
  // A changed query is the same page with another setting: it stays where it is.
  // The first page stands at its top already; asking for it would only make it reckon its layout.
  scrollBehavior: (to, from, saved) =>
    to.path === from.path ? false : (saved ?? (from === START_LOCATION ? false : { top: 0 })),
  routes: [
    {
      path: '/',
      component: () => import('./rooms/stove/StoveRoom.vue'),
      meta: { room: 'stove', title: 'Stove' },
    },
    {
      path: '/stove/start',
      component: () => import('./rooms/stove/StartSheet.vue'),
      meta: { room: 'stove', title: 'Put something on' },
    },
    {
      path: '/stove/:id(\\d+)',
      component: () => import('./rooms/stove/CookSheet.vue'),
      props: (to) => ({ id: Number(to.params['id']) }),
      meta: { room: 'stove', title: 'On the stove' },
    },
    {
      path: '/bench',
      component: () => import('./rooms/bench/SyrupBench.vue'),
      meta: { room: 'bench', title: 'Syrup bench' },
    },
    {
      path: '/sweets',
      component: () => import('@/rooms/sweets/shelf/SweetsRoom.vue'),
      meta: { room: 'sweets', title: 'Sweets' },
    },
    {
      path: '/sweets/read',
      component: () => import('@/rooms/sweets/read-in/ReadIn.vue'),
      meta: { room: 'sweets', title: 'Read one in' },
    },
    {
      path: '/sweets/:key',
      component: () => import('@/rooms/sweets/page/SweetPage.vue'),
      props: (to) => ({ sweetKey: String(to.params['key']) }),
      meta: { room: 'sweets', title: 'Sweet' },
    },
    {
      path: '/sweets/:key/sheet',
      component: () => import('@/rooms/sweets/page/StepSheet.vue'),
      props: (to) => ({ sweetKey: String(to.params['key']) }),
      meta: { room: 'sweets', title: 'Step sheet' },
    },
    {
      path: '/sweets/:key/label',
      component: () => import('@/rooms/sweets/page/LabelSheet.vue'),
      props: (to) => ({ sweetKey: String(to.params['key']) }),
      meta: { room: 'sweets', title: 'Labels' },
    },
    {
      path: '/sweets/:key/edit',
      component: () => import('@/rooms/sweets/editor/SweetEditor.vue'),
      props: (to) => ({ sweetKey: String(to.params['key']) }),
      meta: { room: 'sweets', title: 'Change a sweet' },
    },
    {
      path: '/day',
      component: () => import('@/rooms/day/DayRoom.vue'),
      meta: { room: 'day', title: 'Orders and the day' },
    },
    {
      path: '/notebook',
      component: () => import('./rooms/notebook/NotebookRoom.vue'),
      meta: { room: 'notebook', title: 'Notebook' },
    },
    {
      path: '/notebook/learnt',
      component: () => import('./rooms/notebook/learnt/LearntRoom.vue'),
      meta: { room: 'notebook', title: 'Learnt' },
    },
    {
      path: '/notebook/compare',
      component: () => import('./rooms/notebook/CompareRoom.vue'),
      props: (to) => ({
        first: Number(to.query['first']),
        second: Number(to.query['second']),
      }),
      meta: { room: 'notebook', title: 'Two batches' },
    },
    {
      path: '/notebook/:id(\\d+)',
      component: () => import('./rooms/notebook/page/BatchPage.vue'),
      props: (to) => ({ id: Number(to.params['id']) }),
      meta: { room: 'notebook', title: 'Batch' },
    },
    {
      path: '/kitchen',
      component: () => import('./rooms/kitchen/KitchenRoom.vue'),
      meta: { room: 'kitchen', title: 'Kitchen' },
    },
    {
      path: '/let-in',
      component: () => import('./shell/NothingHere.vue'),
      meta: { room: 'none', title: 'Come in' },
    },
    {
      path: '/pieces',
      component: () => import('./rooms/pieces/PiecesPage.vue'),
      meta: { room: 'none', title: 'Pieces' },
    },
    {
      path: '/:missing(.*)*',
      component: () => import('./shell/NothingHere.vue'),
      meta: { room: 'none', title: 'Nothing here' },
    },
  ],
})
