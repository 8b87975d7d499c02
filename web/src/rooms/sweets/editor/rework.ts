import type { Api } from '@/api/client'

/** Changes to a method that touch more than one of its steps. */

type Method = Api<'Method'>
type Step = Api<'Step'>

export const copyOf = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T

/** A key that none of these has: `step-4`. */
function freeKey(stem: string, taken: readonly { key: string }[]): string {
  let n = taken.length + 1
  while (taken.some((t) => t.key === `${stem}-${n}`)) n += 1
  return `${stem}-${n}`
}

/** A new step, as its verb begins it, between one and those that took over from it. Answers with its key. */
export function stepAfter(method: Method, after: string | undefined, begun: Step): string {
  const key = after ?? method.steps.at(-1)?.key
  const i = method.steps.findIndex((s) => s.key === key)
  const fresh: Step = { ...copyOf(begun), key: freeKey('step', method.steps) }
  for (const step of method.steps)
    for (const take of step.takes ?? []) if (take.step === key && !take.side) take.step = fresh.key
  if (key) fresh.takes = [{ step: key, share_frac: 1, medium: false }]
  method.steps.splice(i + 1, 0, fresh)
  return fresh.key
}

const followers = (method: Method, key: string) =>
  method.steps.filter((s) =>
    [...(s.takes ?? []).map((t) => t.step), ...(s.after ?? [])].includes(key),
  )
/** Where a step takes over the whole of the one before, and nothing else does. */
function chained(method: Method, before: Step | undefined, step: Step | undefined): boolean {
  const take = step?.takes?.length === 1 ? step.takes[0] : undefined
  return (
    before !== undefined &&
    take?.step === before.key &&
    (take.share_frac ?? 1) === 1 &&
    !take.side &&
    !step?.after?.length &&
    followers(method, before.key).length === 1
  )
}
function neighbours(method: Method, key: string, by: -1 | 1): [Step, Step] | undefined {
  const i = method.steps.findIndex((s) => s.key === key)
  const pair =
    by < 0 ? [method.steps[i - 1], method.steps[i]] : [method.steps[i], method.steps[i + 1]]
  const [first, second] = pair
  return first && second && chained(method, first, second) ? [first, second] : undefined
}
/** Whether a step can change places with its neighbour: only where one simply follows the other. */
export const canMove = (method: Method, key: string, by: -1 | 1) =>
  neighbours(method, key, by) !== undefined

/** Lets a step change places with its neighbour. */
export function moveStep(method: Method, key: string, by: -1 | 1): void {
  const pair = neighbours(method, key, by)
  if (!pair) return
  const [first, second] = pair
  const i = method.steps.indexOf(first)
  for (const step of method.steps) {
    if (step === second) continue
    for (const take of step.takes ?? []) if (take.step === second.key) take.step = first.key
    step.after = (step.after ?? []).map((k) => (k === second.key ? first.key : k))
  }
  second.takes = first.takes ?? []
  second.after = first.after ?? []
  first.takes = [{ step: second.key, share_frac: 1, medium: false }]
  first.after = []
  method.steps.splice(i, 2, second, first)
}

/** Whether two steps can become one: what the first does to the mass must not come before what goes in later. */
export function canJoin(method: Method, key: string): boolean {
  const pair = neighbours(method, key, 1)
  return pair !== undefined && (!pair[0].effects?.length || !pair[1].inputs?.length)
}

/** Makes one step of a step and the next; it ends as the second did. */
export function joinWithNext(method: Method, key: string): void {
  const pair = neighbours(method, key, 1)
  if (!pair || !canJoin(method, key)) return
  const [first, second] = pair
  const sum = (f: 'low' | 'mid' | 'high') => (first.minutes?.[f] ?? 0) + (second.minutes?.[f] ?? 0)
  const joined: Step = {
    ...second,
    key: first.key,
    title: first.title,
    text: `${first.text} ${second.text}`.trim(),
    takes: first.takes ?? [],
    after: first.after ?? [],
    inputs: [...(first.inputs ?? []), ...(second.inputs ?? [])],
    effects: [...(first.effects ?? []), ...(second.effects ?? [])],
    gates: [...(first.gates ?? []), ...(second.gates ?? [])],
    hazards: [...new Set([...(first.hazards ?? []), ...(second.hazards ?? [])])],
    minutes:
      first.minutes || second.minutes
        ? { low: sum('low'), mid: sum('mid'), high: sum('high') }
        : undefined,
  }
  method.steps.splice(method.steps.indexOf(first), 2, joined)
  for (const step of method.steps) {
    for (const take of step.takes ?? []) if (take.step === second.key) take.step = first.key
    step.after = (step.after ?? []).map((k) => (k === second.key ? first.key : k))
    for (const window of step.windows ?? []) if (window.to === second.key) window.to = first.key
  }
}

/** Without a step: what took over from it takes over from the one before. */
export function withoutStep(method: Method, key: string): void {
  const gone = method.steps.find((s) => s.key === key)
  const before = gone?.takes?.find((t) => !t.side)
  method.steps = method.steps.filter((s) => s.key !== key)
  for (const step of method.steps) {
    step.after = (step.after ?? []).filter((k) => k !== key)
    step.takes = (step.takes ?? []).flatMap((t) =>
      t.step !== key ? [t] : before && !t.side ? [{ ...t, step: before.step }] : [],
    )
  }
}

/** A second way of making it, to begin with the same as the first. Answers with its key. */
export function methodBeside(sweet: Api<'Sweet'>, like: Method): string {
  const key = freeKey('method', sweet.methods)
  sweet.methods.push({ ...copyOf(like), key, name: `${like.name}, another way` })
  return key
}
