import { useTranslation } from 'react-i18next'
import type { Schemas } from '../api/client'
import { fitBears } from '../api/declared.gen'
import { MeasureField } from '../parts/measure-field'
import { Pick } from '../parts/pick'
import { TextField } from '../parts/text-field'

type Rootstock = Schemas['FitRootstock']
const most = 12

/** What a kind is grafted on: how large it makes the tree, drawn beside its name, and what soil its roots bear. */
export function RootstocksPart(props: {
  list: Rootstock[]
  fault: (field: string) => string | undefined
  onChange: (list: Rootstock[]) => void
  onBad: (bad: boolean) => void
}) {
  const { t } = useTranslation()
  const set = (i: number, part: Partial<Rootstock>) =>
    props.onChange(props.list.map((r, k) => (k === i ? { ...r, ...part } : r)))
  return (
    <fieldset className="grid gap-2">
      <legend className="mb-1 font-semibold text-sm">{t('kind.rootstocks')}</legend>
      {props.list.length === 0 && <p className="text-soft text-sm">{t('kind.rootstocks.none')}</p>}
      {props.list.map((r, i) => (
        <div
          // biome-ignore lint/suspicious/noArrayIndexKey: a rootstock has no name before it is typed
          key={i}
          className="row-line grid grid-cols-2 items-end gap-2 pb-2 md:grid-cols-[2.5rem_1.4fr_1fr_1fr_1fr_1fr_auto]"
        >
          <svg viewBox="0 0 40 48" aria-hidden="true" className="hidden h-12 md:block">
            <path d="M0 45H40" className="stroke-ink" strokeWidth="2" />
            {r.size_pct > 0 && (
              <ellipse
                cx="20"
                cy={44 - 0.26 * Math.min(r.size_pct, 150)}
                rx={0.12 * Math.min(r.size_pct, 150)}
                ry={0.2 * Math.min(r.size_pct, 150)}
                className="fill-leaf"
                opacity="0.75"
              />
            )}
            <path d={`M20 45V${45 - 0.1 * Math.min(r.size_pct, 150)}`} className="stroke-trunk" strokeWidth="2.5" />
          </svg>
          <TextField
            label={t('kind.rootstock.name', { n: i + 1 })}
            value={r.name}
            fault={props.fault(`rootstocks.${i}.name`)}
            onChange={(name) => set(i, { name })}
          />
          <MeasureField
            label={t('kind.rootstock.size', { n: i + 1 })}
            unit="%"
            value={r.size_pct || null}
            fault={props.fault(`rootstocks.${i}.size_pct`)}
            onChange={(v) => set(i, { size_pct: v ?? 0 })}
            onBad={props.onBad}
          />
          {(['coarse', 'medium', 'fine'] as const).map((group) => (
            <Pick
              key={group}
              label={t('kind.soil', { group: t(`kind.group.${group}`) })}
              options={['', ...fitBears]}
              value={r[group] ?? ''}
              onChange={(v) => set(i, { [group]: v || undefined })}
              say={(v) => (v ? t(`kind.soil.${v}`) : t('unknown'))}
            />
          ))}
          <button type="button" className="quiet" onClick={() => props.onChange(props.list.filter((_, k) => k !== i))}>
            {t('remove')}
          </button>
        </div>
      ))}
      {props.list.length < most && (
        <button
          type="button"
          className="quiet w-fit"
          onClick={() => props.onChange([...props.list, { name: '', size_pct: 0 }])}
        >
          {t('kind.rootstock.add')}
        </button>
      )}
    </fieldset>
  )
}
