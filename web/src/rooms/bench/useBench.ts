import { computed, ref, watch } from 'vue'
import { api } from '@/api/client'
import type { useKitchen } from '@/live/kitchen'
import { useAnswer } from '@/live/useAnswer'
import { readAsk, writeAsk, type PanAsk } from './ask'
import { pointAt } from './pointAt'
import { questionOf } from './question'
import { useBenchAddress } from './useBenchAddress'

/** The first pan, and the second if there is one. */
export type Which = 'a' | 'b'
type Question = 'where' | 'right' | 'clock' | 'acid' | 'soak' | 'terms'
const questions = [
  { key: 'where', name: 'Where am I?' },
  { key: 'right', name: 'Left over, cold, mixed' },
  { key: 'clock', name: 'By the clock' },
  { key: 'acid', name: 'Acid and graining' },
  { key: 'soak', name: 'What soaks in it' },
  { key: 'terms', name: 'In all words' },
] as const

/** The bench as its address tells it: what stands on it, what is asked, and the boils that answer. */
export function useBench(kitchen: ReturnType<typeof useKitchen>) {
  // The address carries the whole bench: the first pan, the second if there is one, the question asked.
  const { query, write } = useBenchAddress()
  const two = computed(() => query.value['two'] === '1')
  const asks = computed(() => ({
    a: readAsk(query.value, kitchen.ladder),
    b: readAsk(query.value, kitchen.ladder, 'b_'),
  }))
  const question = computed<Question>(() => {
    const asked = query.value['ask']
    return questions.find((q) => q.key === asked)?.key ?? 'where'
  })

  function go(a: PanAsk, b: PanAsk | undefined, asked: Question = question.value): void {
    const second = b ? { two: '1', ...writeAsk(b, 'b_') } : {}
    write({ ...writeAsk(a), ...second, ask: asked })
  }
  const setHand = ref<Which>('a')
  const hand = computed<Which>(() => (two.value ? setHand.value : 'a'))
  const ask = computed(() => asks.value[hand.value])
  function change(part: Partial<PanAsk>): void {
    const { a, b } = asks.value
    if (hand.value === 'a') go({ ...a, ...part }, two.value ? b : undefined)
    else go(a, { ...b, ...part })
  }
  function compare(): void {
    const { a } = asks.value
    setHand.value = two.value ? 'a' : 'b'
    go(a, two.value ? undefined : { ...a })
  }
  const choose = (asked: Question) => go(asks.value.a, two.value ? asks.value.b : undefined, asked)

  const boilOf = (which: Which) =>
    useAnswer(
      'syrup/boil-down',
      () => (which === 'b' && !two.value ? undefined : questionOf(kitchen, asks.value[which])),
      (body) => api.POST('/api/v1/syrup/boil-down', { body }),
    )
  const boils = { a: boilOf('a'), b: boilOf('b') }
  const boil = computed(() => boils[hand.value].found.value)

  /** Two drawings stand on the same axes, so that they can be compared by eye. */
  const span = computed(() => {
    const [a, b] = [boils.a.found.value, boils.b.found.value]
    if (!two.value || !a || !b) return undefined
    const start = (x: typeof a) => x.series[0]?.solids_frac ?? 0.5
    const end = (x: typeof a) => x.series.at(-1)?.solids_frac ?? 0.85
    const last = (x: typeof a) =>
      Math.max(x.series.at(-1)?.elapsed_s.mid ?? 0, x.tail.at(-1)?.elapsed_s.mid ?? 0)
    return {
      from: Math.max(0, Math.min(start(a), start(b)) - 0.02),
      to: Math.max(end(a), end(b)),
      end_s: Math.max(last(a), last(b)),
    }
  })

  const cursors = { a: ref(0), b: ref(0) }
  // A new boil puts its cursor on the moment that matters.
  for (const which of ['a', 'b'] as const)
    watch(boils[which].found, (b) => {
      if (b) cursors[which].value = b.turn_off.at_s.mid
    })
  const hereOf = (which: Which) =>
    computed(() => {
      const found = boils[which].found.value
      return found ? pointAt(found.series, cursors[which].value) : undefined
    })
  const here = { a: hereOf('a'), b: hereOf('b') }
  return {
    two,
    asks,
    question,
    questions,
    setHand,
    hand,
    ask,
    change,
    compare,
    choose,
    boils,
    boil,
    span,
    cursors,
    here,
  }
}
