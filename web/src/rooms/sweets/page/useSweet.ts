import { computed } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, type Api } from '@/api/client'
import { useAsked } from '@/live/useAsked'
import { useKitchen } from '@/live/kitchen'

type Size = Api<'Size'>
export type SizeKind = Size['kind']

/** One sweet with everything that the address says about it: method, size, cup, changes. */
export function useSweet(key: () => string, box?: () => Api<'BoxAsk'>) {
  const route = useRoute()
  const router = useRouter()
  const kitchen = useKitchen()

  const text = (name: string) =>
    typeof route.query[name] === 'string' ? route.query[name] : undefined
  const set = (part: Record<string, string | number | undefined>) =>
    void router.replace({ query: { ...route.query, ...part } })

  const ownId = computed(() => Number(/^own-(\d+)$/.exec(key())?.[1]))
  const {
    found: page,
    trouble,
    again: load,
  } = useAsked({
    name: 'sweets/one',
    question: key,
    ask: (of, signal) => api.GET('/api/v1/sweets/{key}', { params: { path: { key: of } }, signal }),
    concerns: (change) => change.kind === 'sweet' && change.id === ownId.value,
    holds: 'waiting',
  })

  const sweet = computed(() => page.value?.sweet)
  const method = computed(
    () => sweet.value?.methods.find((m) => m.key === text('method')) ?? sweet.value?.methods[0],
  )
  /** The method as it is worked out, with the changes that are taken. */
  const worked = computed(() =>
    plan.value?.method.key === method.value?.key ? plan.value?.method : method.value,
  )
  const extra = computed(() => page.value?.methods.find((m) => m.key === method.value?.key))

  const kind = computed<SizeKind>(() => (text('by') as SizeKind | undefined) ?? 'times')
  const amount = computed(() => {
    const told = Number(text('n'))
    return Number.isFinite(told) && told > 0 ? told : undefined
  })
  const trayId = computed(() => Number(text('tray')) || kitchen.view?.kitchen.trays?.[0]?.id)
  const tray = computed(() => kitchen.view?.kitchen.trays?.find((t) => t.id === trayId.value)?.tray)
  const panId = computed(() => Number(text('pan')) || kitchen.pans[0]?.id || undefined)
  const ringId = computed(() => Number(text('ring')) || kitchen.rings[0]?.id || undefined)
  const cups = computed(() => kitchen.cups)
  const cupId = computed(() => Number(text('cup')) || cups.value[0]?.id || undefined)
  const cup = computed(() => cups.value.find((c) => c.id === cupId.value)?.measure)

  /** What there is of each ingredient, as the address tells it: `cashew:300,ghee:50`. */
  const have = computed<Record<string, number>>(() => {
    const told = (text('have') ?? '').split(',').flatMap((part) => {
      const [ingredient = '', mass] = part.split(':')
      const mass_g = Number(mass)
      return ingredient && mass && Number.isFinite(mass_g) && mass_g > 0
        ? [[ingredient, mass_g] as const]
        : []
    })
    return Object.fromEntries(told)
  })
  function setHave(ingredient: string, mass_g: number | undefined): void {
    const rest = Object.entries(have.value).filter(([key]) => key !== ingredient)
    const next = mass_g === undefined ? rest : [...rest, [ingredient, mass_g] as const]
    const told = next.map(([key, g]) => `${key}:${g}`)
    set({ have: told.length ? told.join(',') : undefined })
  }

  const size = computed<Size | undefined>(() => {
    const n = amount.value
    switch (kind.value) {
      case 'pieces':
        return n ? { kind: 'pieces', count: n } : undefined
      case 'mass':
        return n ? { kind: 'mass', finished_g: n } : undefined
      case 'ingredient':
        return n && extra.value
          ? { kind: 'ingredient', ingredient: extra.value.base.ingredient, amount_g: n }
          : undefined
      case 'volume':
        return n && extra.value
          ? { kind: 'volume', ingredient: extra.value.base.ingredient, amount_ml: n }
          : undefined
      case 'tray':
        return tray.value
          ? {
              kind: 'tray',
              length_cm: tray.value.length_cm,
              width_cm: tray.value.width_cm,
              height_cm: tray.value.height_cm,
              thickness_mm: n ?? null,
            }
          : undefined
      case 'pan': {
        const i = kitchen.pans.findIndex((p) => p.id === panId.value)
        const capacity_ml = kitchen.view?.capacities_ml[i]
        return capacity_ml ? { kind: 'pan', capacity_ml } : undefined
      }
      case 'stock':
        return Object.keys(have.value).length ? { kind: 'stock', have_g: have.value } : undefined
      case 'cups':
        return cup.value ? { kind: 'cups', cup_ml: cup.value.volume_ml, count: n ?? 1 } : undefined
      default:
        return { kind: 'times', factor: n ?? 1 }
    }
  })

  const offered = (key: string) => extra.value?.offers.find((o) => o.key === key)
  /** Which of the offered variations are taken, by their keys: the same in any kitchen. */
  const taken = computed(() => (text('with') ?? '').split(' ').filter((key) => offered(key)))
  const variation = computed(() => taken.value.flatMap((key) => offered(key)?.changes ?? []))
  function toggle(key: string): void {
    const now = taken.value
    const next = now.includes(key) ? now.filter((k) => k !== key) : [...now, key]
    set({ with: next.length ? next.join(' ') : undefined })
  }

  /** How she lays it, where that is otherwise than it is written. */
  const placement = computed<Api<'Placement'>>(() => {
    const mm = Number(text('thick'))
    return {
      thickness_mm: Number.isFinite(mm) && mm > 0 ? mm : undefined,
      place: text('cold') === '1' ? 'refrigerator' : undefined,
    }
  })

  const question = computed(() =>
    method.value && size.value && sweet.value?.key === key()
      ? {
          key: key(),
          body: {
            method_key: method.value.key,
            size: size.value,
            variation: variation.value,
            cup_id: cupId.value,
            pan_id: panId.value,
            ring_id: ringId.value,
            placement: placement.value,
          },
        }
      : undefined,
  )
  const { found: plan, trouble: refused } = useAsked({
    name: 'sweets/formula',
    question: () => question.value && { ...question.value, box: box?.() },
    ask: ({ key: of, body, box: boxed }, signal) =>
      api.POST('/api/v1/sweets/{key}/formula', {
        params: { path: { key: of } },
        body: { ...body, box: boxed },
        signal,
      }),
    concerns: (change) => change.kind === 'kitchen',
    holds: 'refused',
  })

  /** The same as an order would ask for it. */
  const orderAsk = computed(() => {
    const [formula, asked] = [plan.value?.formula, question.value]
    if (!formula || !asked) return undefined
    const { count } = formula.pieces
    const { method_key, variation: changed, pan_id, ring_id } = asked.body
    return {
      line: {
        sweet_key: asked.key,
        method_key,
        variation: changed,
        amount:
          count == null
            ? { kind: 'mass' as const, finished_g: formula.finished_g }
            : { kind: 'pieces' as const, count: Math.round(count) },
      },
      choice: pan_id && ring_id ? { pan_id, ring_id } : null,
    }
  })

  return {
    /** What the page asks, for whoever asks the same of the stove. */
    ask: question,
    page,
    sweet,
    method,
    worked,
    extra,
    plan,
    orderAsk,
    trouble,
    refused,
    set,
    text,
    kind,
    amount,
    trayId,
    panId,
    ringId,
    cups,
    cupId,
    cup,
    size,
    have,
    setHave,
    taken,
    toggle,
    load,
  }
}

export type SweetView = ReturnType<typeof useSweet>
