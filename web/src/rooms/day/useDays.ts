import { computed, ref, shallowRef } from 'vue'
import { answer, api, Refusal, wordsOf, type Api } from '@/api/client'
import { useChanges } from '@/live/changes'
import { zoneHere } from '@/units/zone'

type Days = Api<'KitchenDays'>
type Order = Api<'OrderView'>

/** Whoever waits for a plan is told how long the line is, so often, ms. */
const LINE_MS = 1500
const NO_LINE = { plans: 0, within_s: 0 }

/** The days in the kitchen: orders, the plan as it is kept, and another one that is looked at before it is kept. */
export function useDays() {
  const orders = shallowRef<Order[]>()
  const all = shallowRef<Api<'KeptDays'>[]>()
  const chosen = ref<number>()
  const told = shallowRef<Api<'DaysPlanned'>>()
  const ways = shallowRef<Api<'WaysTold'>>()
  const trouble = ref('')
  const working = ref('')
  /** A change that is looked at before it is taken: the days with it, what it would do, the order as it was before. */
  const proposal = shallowRef<{ days: Days; would: Api<'DaysPlanned'>; was?: Order | undefined }>()
  /** Days as they were before each change of this visit, to be taken back. */
  const before = shallowRef<Days[]>([])

  const kept = computed(() => all.value?.find((d) => d.id === chosen.value) ?? all.value?.at(-1))
  const plan = computed(() => told.value?.told)

  let working_on = new AbortController()
  /** Gives up what is being worked out: what is kept already stays. */
  const giveUp = () => working_on.abort()
  const begin = () => (working_on = new AbortController()).signal
  async function tried<T>(
    work: (signal?: AbortSignal) => Promise<T>,
    signal?: AbortSignal,
  ): Promise<T | undefined> {
    try {
      const found = await work(signal)
      trouble.value = ''
      return found
    } catch (thrown) {
      if (signal?.aborted) {
        await load()
        return undefined
      }
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

  /** Plans days and keeps them: the first plan comes as a change of the days, a better one as the answer. */
  function planned(days: Days, keep_most = false): Promise<void> {
    return inTurn({ days, keep: keep_most })
  }

  /** Shows what a change of the days, or of an order in them, would move; without a plan it is planned at once. */
  async function propose(days: Days, was?: Order): Promise<void> {
    const stands = kept.value
    const starts = told.value?.starts ?? {}
    if (!stands || !Object.keys(starts).length) return planned({ ...days, starts: {} })
    working.value = 'Looking at what would move…'
    const body = { days: { ...days, starts }, days_id: stands.id, keep: true, seed: 1, seconds: 1 }
    const would = await tried(
      (signal) => answer(api.POST('/api/v1/day/plan', { body, signal })),
      begin(),
    )
    proposal.value = would && { days, would, was }
    working.value = ''
  }

  /** Takes the change that is looked at: with as little moved as may be, or planned anew from nothing. */
  async function takeProposed(anew: boolean): Promise<void> {
    const taken = proposal.value
    proposal.value = undefined
    if (!taken) return
    if (anew) return planned({ ...taken.days, starts: {} })
    await tried(async () => {
      await keep({ ...taken.days, starts: taken.would.starts })
      await tell()
    })
  }

  /** Leaves the change that was looked at; an order that was changed is again as it was. */
  async function leaveProposed(): Promise<void> {
    const was = proposal.value?.was
    proposal.value = undefined
    const now = orders.value?.find((o) => o.id === was?.id)
    if (!was || !now) return
    await tried(async () => {
      const params = { path: { id: was.id }, header: { 'If-Match': `${now.version}` } }
      const body = { zone: zoneHere(), order: was.order }
      await answer(api.PUT('/api/v1/orders/{id}', { params, body }))
      await load()
    })
  }

  /** Takes an order into the days that are looked at, or into new ones where those do not cover it. */
  function takeIn(order: number): Promise<void> {
    return inTurn({ days: kept.value?.days, order, zone: zoneHere() })
  }

  // One after another: what is pressed while a plan is still drawn waits for it.
  let queue: Promise<void> = Promise.resolve()
  function inTurn(ask: Api<'DaysAsk'>): Promise<void> {
    queue = queue.then(() => planNow(ask))
    return queue
  }

  async function planNow(ask: Api<'DaysAsk'>): Promise<void> {
    ways.value = undefined
    working.value = 'Laying the steps…'
    const line = window.setInterval(() => void tellLine(), LINE_MS)
    await tried(async (signal) => {
      const stands = kept.value
      const body = { ...ask, days_id: stands?.id, version: stands?.version }
      const done = await answer(api.POST('/api/v1/days/plan', { body, signal }))
      if (stands?.id === done.kept.id) before.value = [...before.value, stands.days]
      const others = (all.value ?? []).filter((d) => d.id !== done.kept.id)
      all.value = [...others, done.kept].sort((a, b) => a.id - b.id)
      chosen.value = done.kept.id
      told.value = done.planned
    }, begin())
    window.clearInterval(line)
    working.value = ''
  }

  /** Where others plan too, how many are in line. */
  async function tellLine(): Promise<void> {
    const { plans, within_s } = await answer(api.GET('/api/v1/days/line')).catch(() => NO_LINE)
    if (!working.value || plans < 2) return
    working.value = `${plans} plans are in line, yours among them: all are there within ${within_s} s.`
  }

  async function easeIt(): Promise<void> {
    const stands = kept.value
    if (!stands) return
    working.value = 'Looking for what would help…'
    ways.value = await tried(
      (signal) =>
        answer(
          api.POST('/api/v1/day/ways', {
            body: { days: stands.days, days_id: stands.id },
            signal,
          }),
        ),
      begin(),
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

  async function choose(id: number): Promise<void> {
    chosen.value = id
    before.value = []
    proposal.value = undefined
    ways.value = undefined
    await tried(tell)
  }

  useChanges((change) => {
    // The first plan is kept already.
    if (working.value && change !== 'reconnected' && change.kind === 'days')
      working.value = 'Drawing them closer together…'
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
    proposal,
    load,
    planned,
    propose,
    takeProposed,
    leaveProposed,
    keep,
    tell,
    easeIt,
    giveUp,
    takeBack,
    takeIn,
    choose,
    tried,
  }
}

export type DaysView = ReturnType<typeof useDays>
