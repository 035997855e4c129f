import { fork, type ChildProcess } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { refusal } from '../office'
import { UnusablePdf } from '../unusablePdf'
import { DRAWS, type Answer, type Question } from './messages'
import type { DrawingName, DrawingWork } from './work'

/** What one PDF may take: time, heap, and memory in all. */
interface Limits {
  readonly ms: number
  readonly heapMb: number
  readonly memoryMb: number
}
const usual: Limits = { ms: 30_000, heapMb: 300, memoryMb: 900 }
/** So many questions wait; further ones are refused. */
const MOST_WAITING = 8
const LOOK_MS = 200
export const TOO_BUSY = 'The practice printer has too much to do. Try again in a moment'
const tooMuch = () => refusal(422, 'The PDF takes more time or memory than the practice printer has', 'pdf')

/** What a process takes up, in MB; nothing where the system does not say. */
function memoryOf({ pid }: ChildProcess): number {
  try {
    const kb = /^VmRSS:\s*(\d+) kB/m.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1]
    return Number(kb ?? 0) / 1000
  } catch {
    return 0
  }
}

interface Waiting {
  readonly question: Question
  readonly done: (value: unknown) => void
  readonly failed: (error: Error) => void
}

/**
 * Opens and draws PDFs in a process of its own, one after the other: one that takes too long or too much ends that
 * process and nothing else, and the next question begins another.
 */
export class DrawingProcess {
  private readonly waiting: Waiting[] = []
  private child: ChildProcess | undefined
  private current: Waiting | undefined
  private watching: NodeJS.Timeout | undefined
  private asked = 0

  constructor(
    /** The script of the process. */
    private readonly script: string,
    private readonly limits = usual,
  ) {}

  private begin(): ChildProcess {
    const child = fork(this.script, {
      env: { ...process.env, [DRAWS]: '1' },
      execArgv: [`--max-old-space-size=${this.limits.heapMb}`],
      serialization: 'advanced',
    })
    child.on('message', answer => this.take(answer as Answer))
    const gone = (): void => {
      if (this.child !== child) return
      this.child = undefined
      this.end(w => w.failed(tooMuch()))
    }
    child.on('exit', gone)
    child.on('error', gone)
    return child
  }
  /** Ends the question under way, and goes on to the next. */
  private end(tell: (w: Waiting) => void): void {
    clearInterval(this.watching)
    const { current } = this
    this.current = undefined
    if (current) tell(current)
    this.next()
  }
  private take(answer: Answer): void {
    if (answer.id !== this.current?.question.id) return
    this.end(({ done, failed }) => {
      if ('value' in answer) done(answer.value)
      else failed('unusable' in answer ? new UnusablePdf(answer.unusable) : new Error(answer.fault))
    })
  }
  private next(): void {
    if (this.current) return
    this.current = this.waiting.shift()
    if (!this.current) return
    this.child ??= this.begin()
    const { child } = this
    const until = Date.now() + this.limits.ms
    this.watching = setInterval(() => {
      if (Date.now() > until || memoryOf(child) > this.limits.memoryMb) child.kill('SIGKILL')
    }, LOOK_MS)
    child.send(this.current.question, fault => fault && child.kill('SIGKILL'))
  }
  private ask<T>(name: DrawingName, ...args: readonly unknown[]): Promise<T> {
    if (this.waiting.length >= MOST_WAITING) return Promise.reject(refusal(429, TOO_BUSY))
    return new Promise<T>((done, failed) => {
      const question = { id: ++this.asked, name, args }
      this.waiting.push({ question, done: value => done(value as T), failed })
      this.next()
    })
  }
  readonly work: DrawingWork = {
    sizes: (...args) => this.ask('sizes', ...args),
    picture: (...args) => this.ask('picture', ...args),
    checks: (...args) => this.ask('checks', ...args),
  }
}
