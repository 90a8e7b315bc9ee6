import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { useLocation } from 'wouter'
import { ask, client, Problem, type Schemas } from '../api/client'
import { rulesQuery } from '../api/queries'
import { useDeed } from '../parts/deed'
import { FieldFault, sayProblem } from '../parts/states'
import { TextField } from '../parts/text-field'
import { SizePart } from './size-part'

/** A question, its two ways, and the days on which it will be looked at: all fixed before the first tree is drawn. */
export function NewTrial() {
  const { t } = useTranslation()
  const [, go] = useLocation()
  const rules = useQuery(rulesQuery)
  const [question, setQuestion] = useState('')
  const [step, setStep] = useState('')
  const [a, setA] = useState('')
  const [b, setB] = useState('')
  const [first, setFirst] = useState('')
  const [every, setEvery] = useState('')
  const [looks, setLooks] = useState('')
  const begin = useDeed(
    'begin-trial',
    (_: undefined, key: string) =>
      ask(
        client.POST('/api/v1/trials', {
          params: { header: { 'Idempotency-Key': key } },
          body: {
            question,
            ...(step ? { step: step as Schemas['RulesStep'] } : {}),
            way_a: a,
            way_b: b,
            first_on: first,
            every_months: Number(every),
            looks: Number(looks),
          },
        }),
      ),
    { done: (out) => go(`/trials/${out.number}`) },
  )
  const fault = (field: string) => (begin.error instanceof Problem ? begin.error.field(field) : undefined)
  const schools = rules.data?.schools ?? []
  const school = schools.find((s) => s.step === step)
  const way = (label: string, value: string, set: (v: string) => void, field: string) =>
    school ? (
      <label className="block">
        <span className="mb-1 block font-semibold text-sm">{label}</span>
        <select className="field" value={value} onChange={(e) => set(e.target.value)}>
          <option value="">{t('trial.choose')}</option>
          {school.choices.map((c) => (
            <option key={c.code} value={c.code}>
              {c.text}
            </option>
          ))}
        </select>
        <FieldFault text={fault(field)} />
      </label>
    ) : (
      <TextField label={label} value={value} onChange={set} fault={fault(field)} />
    )
  return (
    <details className="no-print mt-6 rounded-xl border-[1.5px] border-line-strong px-4">
      <summary className="min-h-11 cursor-pointer py-3 font-semibold">{t('trial.new')}</summary>
      <form
        className="grid gap-4 pb-4 md:grid-cols-2"
        onSubmit={(e) => {
          e.preventDefault()
          begin.mutate(undefined)
        }}
      >
        <div className="md:col-span-2">
          <TextField label={t('trial.question')} value={question} onChange={setQuestion} fault={fault('question')} />
        </div>
        <label className="block md:col-span-2">
          <span className="mb-1 block font-semibold text-sm">{t('trial.step')}</span>
          <select
            className="field"
            value={step}
            onChange={(e) => {
              setStep(e.target.value)
              setA('')
              setB('')
            }}
          >
            <option value="">{t('trial.no-step')}</option>
            {schools.map((s) => (
              <option key={s.step} value={s.step}>
                {s.label}
              </option>
            ))}
          </select>
          <FieldFault text={fault('step')} />
        </label>
        {way(t('trial.way-a'), a, setA, 'way_a')}
        {way(t('trial.way-b'), b, setB, 'way_b')}
        <TextField
          label={t('trial.first-on')}
          type="date"
          value={first}
          onChange={setFirst}
          fault={fault('first_on')}
        />
        <div className="grid grid-cols-2 gap-4">
          <TextField
            label={t('trial.every')}
            type="number"
            value={every}
            onChange={setEvery}
            fault={fault('every_months')}
          />
          <TextField label={t('trial.looks')} type="number" value={looks} onChange={setLooks} fault={fault('looks')} />
        </div>
        <SizePart looks={Number(looks)} />
        <p className="text-soft text-sm md:col-span-2">{t('trial.fixed')}</p>
        {begin.error && (
          <p role="alert" className="text-oxblood md:col-span-2">
            {sayProblem(begin.error, t)}
          </p>
        )}
        <button type="submit" className="deed md:col-span-2" disabled={begin.isPending}>
          {t('trial.begin')}
        </button>
      </form>
    </details>
  )
}
