import { computed } from 'vue'
import { api } from '@/api/client'
import { useAsked } from '@/live/useAsked'

/** Everything that can go into a sweet, to choose from by its name. */
export function useIngredients(wanted: () => boolean = () => true) {
  const { found, trouble } = useAsked({
    name: 'ingredients',
    question: () => (wanted() ? 'all' : undefined),
    ask: (_, signal) => api.GET('/api/v1/ingredients', { signal }),
  })
  const ingredients = computed(() =>
    (found.value ?? [])
      .map((i) => ({ title: i.ingredient.name, value: i.key }))
      .sort((a, b) => a.title.localeCompare(b.title)),
  )
  return { ingredients, trouble }
}
