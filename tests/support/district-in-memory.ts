import type { Thing } from '#core/exchange/thing'
import type { Told } from '#core/formats/oneroster/gradebook'
import type { Answer, Partner } from '../../server/partners/partner'
import { Problem } from '../../server/services/problem'

/** A district in memory, which counts what it is sent and answers as it is told. */
export class District implements Partner {
  readonly name = 'The district'
  readonly held = new Map<string, Told>()
  readonly writes: string[] = []
  answer: (id: string) => Answer | Problem = () => ({ taken: true })
  roster = () => Promise.reject(new Error('not asked'))
  frameworks = () => Promise.resolve([])
  tryOut = () => Promise.resolve([])
  gradebook = () => Promise.resolve(new Map(this.held))
  put(thing: Thing): Promise<Answer> {
    return this.does(thing.id, () => this.held.set(thing.id, { type: thing.type, fields: { ...thing.fields } }))
  }
  remove(_type: string, id: string): Promise<Answer> {
    return this.does(id, () => this.held.delete(id))
  }
  private does(id: string, work: () => unknown): Promise<Answer> {
    const answer = this.answer(id)
    if (answer instanceof Problem) return Promise.reject(answer)
    if (answer.taken) {
      this.writes.push(id)
      work()
    }
    return Promise.resolve(answer)
  }
}
