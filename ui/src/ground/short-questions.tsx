import { ToggleGroup } from 'radix-ui'
import type { ReactNode } from 'react'
import { useTranslation } from 'react-i18next'
import type { Spot } from '../api/client'
import {
  groundCare,
  groundFeel,
  groundNeighbour,
  groundPurpose,
  groundResident,
  groundRibbonLength,
  groundWater,
  groundWhen,
  groundWind,
} from '../api/declared.gen'
import { MeasureField } from '../parts/measure-field'
import { useSettings } from '../words/settings'
import { sayHeight } from '../words/units'

type Ground = Spot['ground']
/** What somebody answered; what they did not know stays as it was on record. */
export type Answers = Partial<Ground>

const questions = [
  'purpose',
  'lives_here',
  'tallest_m',
  'care',
  'water',
  'exposure',
  'ribbon',
  'feel',
  'stands_in_winter',
  'sun_h',
  'obstacles',
  'when',
] as const
export type Question = (typeof questions)[number]

/** Those that are asked after what was answered. */
export const askedOf = (answers: Answers) => questions.filter((q) => q !== 'feel' || asksFeel(answers))

/** The answers without one; who does not know what stands near has not looked all round either. */
export function without(answers: Answers, q: Question): Answers {
  if (q === 'feel') return { ...answers, ribbon: { length: answers.ribbon?.length ?? '', feel: '' } }
  const rest = { ...answers }
  delete rest[q]
  if (q === 'obstacles') delete rest.room_looked
  return rest
}

const asksFeel = (a: Answers) => ['short', 'middle', 'long'].includes(a.ribbon?.length ?? '')

/** Large touches of one question; a single answer goes on by itself. */
function Answer({
  question,
  answers,
  onAnswer,
}: {
  question: Question
  answers: Answers
  onAnswer: (next: Answers, on: boolean) => void
}) {
  const { t } = useTranslation()
  const { units } = useSettings()
  const one = <T extends string>(
    options: readonly T[],
    chosen: string | undefined,
    say: (v: T) => ReactNode,
    put: (v: T) => Answers,
  ) => (
    <div className="grid gap-2">
      {options.map((o) => (
        <button
          key={o}
          type="button"
          aria-pressed={chosen === o}
          className="min-h-14 rounded-xl border-2 border-line-strong bg-leaf-paper px-4 py-2 text-left text-lg aria-pressed:border-night aria-pressed:bg-night aria-pressed:text-white"
          onClick={() => onAnswer({ ...answers, ...put(o) }, true)}
        >
          {say(o)}
        </button>
      ))}
    </div>
  )
  switch (question) {
    case 'purpose':
      return one(
        groundPurpose,
        answers.purpose,
        (v) => t(`spot.purpose.${v}`),
        (v) => ({ purpose: v }),
      )
    case 'tallest_m':
      return one(
        ['5', '10', '20'],
        answers.tallest_m?.toString(),
        (v) => t('asked.under', { height: sayHeight(Number(v), units) }),
        (v) => ({ tallest_m: Number(v) }),
      )
    case 'care':
      return one(
        groundCare,
        answers.care,
        (v) => t(`asked.care.${v}`),
        (v) => ({ care: v }),
      )
    case 'water':
      return one(
        groundWater,
        answers.water,
        (v) => t(`spot.water.${v}`),
        (v) => ({ water: v }),
      )
    case 'exposure':
      return one(
        groundWind,
        answers.exposure,
        (v) => t(`short.wind.${v}`),
        (v) => ({ exposure: v }),
      )
    case 'ribbon':
      return one(
        groundRibbonLength,
        answers.ribbon?.length,
        (v) => t(`ribbon.length.${v}`),
        (v) => ({
          ribbon: { length: v, feel: answers.ribbon?.feel ?? '' },
        }),
      )
    case 'feel':
      return one(
        groundFeel,
        answers.ribbon?.feel,
        (v) => t(`ribbon.feel.${v}`),
        (v) => ({
          ribbon: { length: answers.ribbon?.length ?? '', feel: v },
        }),
      )
    case 'stands_in_winter':
      return one(
        ['no', 'yes'] as const,
        answers.stands_in_winter === undefined ? undefined : answers.stands_in_winter ? 'yes' : 'no',
        (v) => t(v),
        (v) => ({ stands_in_winter: v === 'yes' }),
      )
    case 'when':
      return one(
        groundWhen,
        answers.when,
        (v) => t(`asked.when.${v}`),
        (v) => ({ when: v }),
      )
    case 'lives_here':
      return (
        <Several
          label={t('short.lives_here')}
          options={groundResident}
          value={answers.lives_here ?? []}
          say={(v) => t(`resident.${v}`)}
          onChange={(v) => onAnswer({ ...answers, lives_here: v }, false)}
        />
      )
    case 'sun_h':
      return (
        <MeasureField
          label={t('spot.sun_h')}
          unit="h"
          value={answers.sun_h}
          onChange={(v) => onAnswer({ ...answers, sun_h: v ?? undefined } as Answers, false)}
        />
      )
    case 'obstacles':
      return <Near answers={answers} onAnswer={onAnswer} />
  }
}

function Several<T extends string>(props: {
  label: string
  options: readonly T[]
  value: T[]
  say: (v: T) => string
  onChange: (v: T[]) => void
}) {
  return (
    <ToggleGroup.Root
      type="multiple"
      aria-label={props.label}
      value={props.value}
      onValueChange={(v) => props.onChange(v as T[])}
      className="grid gap-2"
    >
      {props.options.map((o) => (
        <ToggleGroup.Item
          key={o}
          value={o}
          className="min-h-14 rounded-xl border-2 border-line-strong bg-leaf-paper px-4 py-2 text-left text-lg data-[state=on]:border-night data-[state=on]:bg-night data-[state=on]:text-white"
        >
          {props.say(o)}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  )
}

/** What stands near, each with its distance; only who looked all round may say that this is all. */
function Near({ answers, onAnswer }: { answers: Answers; onAnswer: (next: Answers, on: boolean) => void }) {
  const { t } = useTranslation()
  const list = answers.obstacles ?? []
  const put = (obstacles: Ground['obstacles']) =>
    onAnswer({ ...answers, obstacles, room_looked: answers.room_looked ?? false }, false)
  return (
    <div className="grid gap-3">
      <Several
        label={t('short.obstacles')}
        options={groundNeighbour}
        value={list.map((o) => o.kind)}
        say={(v) => t(`obstacle.${v}`)}
        onChange={(kinds) => put(kinds.map((kind) => list.find((o) => o.kind === kind) ?? { kind }))}
      />
      {list.map((o) => (
        <MeasureField
          key={o.kind}
          kind="m"
          label={t('short.how-far', { what: t(`obstacle.${o.kind}`) })}
          value={o.distance_m}
          onChange={(v) => put(list.map((x) => (x.kind === o.kind ? { ...x, distance_m: v ?? undefined } : x)))}
        />
      ))}
      <label className="flex min-h-14 items-center gap-3 text-lg">
        <input
          type="checkbox"
          className="size-7"
          checked={answers.room_looked ?? false}
          onChange={(e) => onAnswer({ ...answers, obstacles: list, room_looked: e.target.checked }, false)}
        />
        {t('short.looked')}
      </label>
    </div>
  )
}

/** One question, large, with a way back, on, and round it. */
export function OneQuestion(props: {
  question: Question
  at: number
  answers: Answers
  go: (to: number, next?: Answers) => void
}) {
  const { t } = useTranslation()
  const { question, at, answers, go } = props
  return (
    <>
      <h1 className="text-3xl">{t(`short.${question}`)}</h1>
      <p className="text-soft">{t(`short.${question}.how`)}</p>
      <Answer question={question} answers={answers} onAnswer={(next, on) => go(on ? at + 1 : at, next)} />
      <div className="grid grid-cols-2 gap-3 border-line border-t pt-4">
        <button type="button" className="quiet !min-h-14" disabled={at === 0} onClick={() => go(at - 1)}>
          {t('short.back')}
        </button>
        <button type="button" className="quiet !min-h-14" onClick={() => go(at + 1, without(answers, question))}>
          {t('short.unknown')}
        </button>
        {['lives_here', 'sun_h', 'obstacles'].includes(question) && (
          <button type="button" className="deed col-span-2" onClick={() => go(at + 1)}>
            {t('short.next')}
          </button>
        )}
      </div>
    </>
  )
}

/** How far somebody has come. */
export function HowFar({ at, of }: { at: number; of: number }) {
  const { t } = useTranslation()
  return (
    <>
      <p className="text-sm" aria-live="polite">
        {t('short.progress', { at: Math.min(at + 1, of), of })}
      </p>
      <progress className="h-2 w-full accent-leaf" max={of} value={at} aria-label={t('short.title')} />
    </>
  )
}
