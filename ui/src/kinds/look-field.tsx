import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import type { Schemas } from '../api/client'
import { fitColour } from '../api/declared.gen'
import { Pick } from '../parts/pick'
import { monthNames } from '../words/day'

type Look = Schemas['FitLook']
const months = ['', '1', '2', '3', '4', '5', '6', '7', '8', '9', '10', '11', '12'] as const

/** A colour and the months from and to which it is seen; nothing until all three are said. */
export function LookField(props: {
  label: string
  value: Look | undefined
  hint?: string
  onChange: (v: Look | undefined) => void
  onBad: (bad: boolean) => void
}) {
  const { t } = useTranslation()
  const names = monthNames('long')
  const [said, setSaid] = useState<{ colour: Look['colour'] | ''; from: string; to: string }>(() => ({
    colour: props.value?.colour ?? '',
    from: String(props.value?.from_month ?? ''),
    to: String(props.value?.to_month ?? ''),
  }))
  const put = (next: typeof said) => {
    setSaid(next)
    const parts = [next.colour, next.from, next.to].filter(Boolean).length
    props.onBad(parts !== 0 && parts !== 3)
    if (next.colour && parts === 3)
      props.onChange({ colour: next.colour, from_month: Number(next.from), to_month: Number(next.to) })
    if (parts === 0) props.onChange(undefined)
  }
  const month = (v: string) => (v ? names[Number(v) - 1] : t('unknown'))
  const open = [said.colour, said.from, said.to].filter(Boolean).length % 3 !== 0
  return (
    <fieldset>
      <legend className="font-semibold text-sm">{props.label}</legend>
      <div className="grid grid-cols-3 gap-1">
        <Pick
          label={t('kind.look.colour')}
          options={['', ...fitColour]}
          value={said.colour}
          onChange={(colour) => put({ ...said, colour })}
          say={(v) => (v ? t(`colour.${v}`) : t('unknown'))}
        />
        <Pick
          label={t('kind.look.from')}
          options={months}
          value={said.from as (typeof months)[number]}
          onChange={(from) => put({ ...said, from })}
          say={month}
        />
        <Pick
          label={t('kind.look.to')}
          options={months}
          value={said.to as (typeof months)[number]}
          onChange={(to) => put({ ...said, to })}
          say={month}
        />
      </div>
      {open && <p className="mt-1 text-soft text-sm">{t('kind.look.all')}</p>}
      {props.hint && <p className="mt-1 text-soft text-sm">{props.hint}</p>}
    </fieldset>
  )
}
