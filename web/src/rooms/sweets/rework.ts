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

/** A new step between one and those that took over from it. */
export function stepAfter(method: Method, key: string): void {
  const i = method.steps.findIndex((s) => s.key === key)
  const fresh: Step = {
    key: freeKey('step', method.steps),
    kind: 'combine',
    title: 'New step',
    text: 'What to do.',
    attention: 'now_and_then',
    event: 'Done',
    cue: '',
    reason: '',
    vessel: 'board',
    takes: [{ step: key, share_frac: 1, medium: false }],
  }
  for (const step of method.steps)
    for (const take of step.takes ?? []) if (take.step === key && !take.side) take.step = fresh.key
  for (const take of fresh.takes ?? []) take.step = key
  method.steps.splice(i + 1, 0, fresh)
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
