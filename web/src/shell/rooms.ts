/** The rooms, in the order of the work. */
export const ROOMS = [
  { room: 'stove', to: '/', name: 'Stove' },
  { room: 'bench', to: '/bench', name: 'Syrup bench' },
  { room: 'sweets', to: '/sweets', name: 'Sweets' },
  { room: 'day', to: '/day', name: 'Orders' },
  { room: 'notebook', to: '/notebook', name: 'Notebook' },
  { room: 'kitchen', to: '/kitchen', name: 'Kitchen' },
]
