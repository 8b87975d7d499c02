import { computed, ref, shallowRef } from 'vue'
import { answer, api, Refusal, wordsOf, type Api } from '@/api/client'
import { useChanges } from '@/live/changes'

type Days = Api<'KitchenDays'>

/** Where the clock on this wall goes. */
export const zoneHere = () => Intl.DateTimeFormat().resolvedOptions().timeZone

/** A good plan is told after so long, s; the first one at once. */
const BETTERED_S = 2

/** The days in the kitchen: orders, the plan as it is kept, and another one that is looked at before it is kept. */
export function useDays() {
  const orders = shallowRef<Api<'OrderView'>[]>()
  const all = shallowRef<Api<'KeptDays'>[]>()
  const chosen = ref<number>()
  const told = shallowRef<Api<'DaysPlanned'>>()
  const ways = shallowRef<Api<'WaysTold'>>()
  const trouble = ref('')
  const working = ref('')
  /** Days as they were before each change of this visit, to be taken back. */
  const before = shallowRef<Days[]>([])

  const kept = computed(() => all.value?.find((d) => d.id === chosen.value) ?? all.value?.at(-1))
  const plan = computed(() => told.value?.told)

  async function tried<T>(work: () => Promise<T>): Promise<T | undefined> {
    try {
      const found = await work()
      trouble.value = ''
      return found
    } catch (thrown) {
      trouble.value = wordsOf(thrown)
      if (thrown instanceof Refusal && thrown.code === 'changed-meanwhile') await load()
      return undefined
    }
  }

  async function load(): Promise<void> {
    try {
      orders.value = await answer(api.GET('/api/v1/orders'))
      all.value = await answer(api.GET('/api/v1/days'))
      await tell()
    } catch (thrown) {
      trouble.value = wordsOf(thrown)
    }
  }

  async function tell(): Promise<void> {
    const id = kept.value?.id
    if (id === undefined) {
      told.value = undefined
      return
    }
    const asked = api.GET('/api/v1/days/{id}/told', { params: { path: { id } } })
    told.value = await answer(asked)
  }

  /** Keeps days over those that are kept; what they were can be taken back. */
  async function keep(days: Days, back = false): Promise<void> {
    const stands = kept.value
    if (!stands) {
      const made = await answer(api.POST('/api/v1/days', { body: days }))
      all.value = [...(all.value ?? []), made]
      chosen.value = made.id
      return
    }
    const saved = await answer(
      api.PUT('/api/v1/days/{id}', {
        params: { path: { id: stands.id }, header: { 'If-Match': `${stands.version}` } },
        body: days,
      }),
    )
    if (!back) before.value = [...before.value, stands.days]
    all.value = (all.value ?? []).map((d) => (d.id === saved.id ? saved : d))
  }

  const ask = (days: Days, seconds: number, keep_most: boolean) =>
    answer(
      api.POST('/api/v1/day/plan', {
        body: { days, days_id: kept.value?.id, seconds, seed: 1, keep: keep_most },
      }),
    )

  /** Plans days and keeps them: the first plan is shown at once, a better one when it has come. */
  function planned(days: Days, keep_most = false): Promise<void> {
    // One after another: what is pressed while a plan is still drawn waits for it.
    queue = queue.then(() => planNow(days, keep_most))
    return queue
  }
  let queue: Promise<void> = Promise.resolve()

  async function planNow(days: Days, keep_most: boolean): Promise<void> {
    ways.value = undefined
    working.value = 'Laying the steps…'
    await tried(async () => {
      const first = await ask(days, 0, keep_most)
      told.value = first
      await keep({ ...days, starts: first.starts })
      if (first.status === 'impossible' || !Object.keys(first.starts).length) return
      if (!keep_most) {
        working.value = 'Drawing them closer together…'
        const better = await ask({ ...days, starts: {} }, BETTERED_S, false)
        await keep({ ...days, starts: better.starts }, true)
      }
      await tell()
    })
    working.value = ''
  }

  async function easeIt(): Promise<void> {
    const stands = kept.value
    if (!stands) return
    working.value = 'Looking for what would help…'
    ways.value = await tried(() =>
      answer(api.POST('/api/v1/day/ways', { body: { days: stands.days, days_id: stands.id } })),
    )
    working.value = ''
  }

  async function takeBack(): Promise<void> {
    const last = before.value.at(-1)
    if (!last) return
    await tried(async () => {
      await keep(last, true)
      before.value = before.value.slice(0, -1)
      await tell()
    })
  }

  /** Takes an order into the days that are looked at, or into new ones where those do not cover it. */
  async function takeIn(id: number): Promise<void> {
    const stands = kept.value
    const body = { zone: zoneHere(), orders: [id], days: stands?.days }
    const days = await tried(() => answer(api.POST('/api/v1/day/fresh', { body })))
    if (!days) return
    if (stands && days.first !== stands.days.first) {
      // Days of their own: what is kept stays as it is.
      const made = await tried(() => answer(api.POST('/api/v1/days', { body: days })))
      if (!made) return
      all.value = [...(all.value ?? []), made]
      chosen.value = made.id
    }
    await planned(days)
  }

  async function choose(id: number): Promise<void> {
    chosen.value = id
    before.value = []
    ways.value = undefined
    await tried(tell)
  }

  useChanges((change) => {
    if (change === 'reconnected' || ['days', 'kitchen'].includes(change.kind)) void load()
    else if (['batch', 'clock', 'sweet'].includes(change.kind)) void tried(tell)
  })
  void load()

  return {
    orders,
    all,
    kept,
    told,
    plan,
    ways,
    trouble,
    working,
    before,
    load,
    planned,
    keep,
    tell,
    easeIt,
    takeBack,
    takeIn,
    choose,
    tried,
  }
}

export type DaysView = ReturnType<typeof useDays>
