import { Popover, ToggleGroup } from 'radix-ui'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import type { Schemas } from '../api/client'
import { groundLayerSign, groundSoilClass } from '../api/declared.gen'
import { MeasureField } from '../parts/measure-field'
import { Pick } from '../parts/pick'
import type { PartProps } from './parts'

type Layer = Schemas['GroundLayer']
const most = 8

/** What a spade met, layer by layer from the surface down. */
export function LayersPart({ change, ground, fault, onBad }: PartProps) {
  const { t } = useTranslation()
  const layers = change.ground.layers ?? []
  const put = (next: Layer[]) => ground({ layers: next.length ? next : undefined })
  const set = (i: number, part: Partial<Layer>) => put(layers.map((l, k) => (k === i ? { ...l, ...part } : l)))
  return (
    <section className="grid content-start gap-4">
      <h2 className="text-lg">{t('layers.title')}</h2>
      {layers.length === 0 && <p className="text-soft text-sm">{t('layers.none')}</p>}
      {layers.map((l, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: layers have no name but their place
        <div key={i} className="row-line grid gap-2 pb-3">
          <div className="grid grid-cols-[1fr_1.4fr_auto] items-end gap-3">
            <MeasureField
              kind="mm"
              label={t('layers.to', { n: i + 1 })}
              value={l.to_mm || undefined}
              onChange={(v) => set(i, { to_mm: v ?? 0 })}
              onBad={onBad}
              fault={fault(`ground.layers.${i}.to_mm`)}
            />
            <Pick
              label={t('layers.class', { n: i + 1 })}
              options={['', ...groundSoilClass]}
              value={l.class ?? ''}
              onChange={(v) => set(i, { class: v || undefined })}
              say={(v) => (v ? t(`soil.${v}`) : t('unknown'))}
            />
            <button type="button" className="quiet" onClick={() => put(layers.filter((_, k) => k !== i))}>
              {t('remove')}
            </button>
          </div>
          <Signs n={i + 1} layer={l} set={(part) => set(i, part)} />
        </div>
      ))}
      {layers.length < most && (
        <button type="button" className="quiet w-fit" onClick={() => put([...layers, { to_mm: 0 }])}>
          {t('layers.add')}
        </button>
      )}
    </section>
  )
}

/** The same on the drawing: each layer's depth at its own lower edge, as far down as it was dug. */
export function LayerFields({ change, ground, fault, onBad, perMM }: PartProps & { perMM: number }) {
  const { t } = useTranslation()
  const layers = change.ground.layers ?? []
  const [open, setOpen] = useState<number>()
  const put = (next: Layer[]) => ground({ layers: next.length ? next : undefined })
  const set = (i: number, part: Partial<Layer>) => put(layers.map((l, k) => (k === i ? { ...l, ...part } : l)))
  let free = 8
  const tops = layers.map((l) => {
    const top = Math.max(free, l.to_mm * perMM - 50)
    free = top + 54
    return top
  })
  return (
    <div className="h-full" style={{ minHeight: free + (layers.length < most ? 60 : 8) }}>
      {layers.map((l, i) => (
        <div
          // biome-ignore lint/suspicious/noArrayIndexKey: layers have no name but their place
          key={i}
          className="absolute right-2 left-0 grid grid-cols-[11rem_1fr_auto_auto] items-start gap-1"
          style={{ top: tops[i] }}
        >
          <MeasureField
            inline
            kind="mm"
            label={t('layers.to', { n: i + 1 })}
            value={l.to_mm || undefined}
            onChange={(v) => set(i, { to_mm: v ?? 0 })}
            onBad={onBad}
            fault={fault(`ground.layers.${i}.to_mm`)}
          />
          <Pick
            bare
            label={t('layers.class', { n: i + 1 })}
            options={['', ...groundSoilClass]}
            value={l.class ?? ''}
            onChange={(v) => set(i, { class: v || undefined })}
            say={(v) => (v ? t(`soil.${v}`) : t('unknown'))}
          />
          <Popover.Root open={open === i} onOpenChange={(is) => setOpen(is ? i : undefined)}>
            <Popover.Trigger className="field w-auto whitespace-nowrap px-2 text-[0.93rem]">
              {t('layers.seen', { count: l.signs?.length ?? 0 })}
            </Popover.Trigger>
            <Popover.Content
              align="end"
              sideOffset={4}
              className="z-10 max-w-sm rounded-xl border-[1.5px] border-line-strong bg-paper p-3"
            >
              <Signs n={i + 1} layer={l} set={(part) => set(i, part)} />
            </Popover.Content>
          </Popover.Root>
          <button
            type="button"
            className="field w-10 p-0"
            aria-label={t('layers.remove', { n: i + 1 })}
            onClick={() => put(layers.filter((_, k) => k !== i))}
          >
            <span aria-hidden="true">×</span>
          </button>
        </div>
      ))}
      {layers.length < most && (
        <button
          type="button"
          className="quiet absolute left-0 bg-paper"
          style={{ top: layers.length ? free + 2 : 14 }}
          onClick={() => put([...layers, { to_mm: 0 }])}
        >
          {t('layers.add')}
        </button>
      )}
    </div>
  )
}

/** What was seen in a layer. */
function Signs({ n, layer, set }: { n: number; layer: Layer; set: (part: Partial<Layer>) => void }) {
  const { t } = useTranslation()
  return (
    <ToggleGroup.Root
      type="multiple"
      aria-label={t('layers.signs', { n })}
      value={layer.signs ?? []}
      onValueChange={(signs) => set({ signs: signs.length ? (signs as Layer['signs']) : undefined })}
      className="flex flex-wrap gap-1"
    >
      {groundLayerSign.map((sign) => (
        <ToggleGroup.Item
          key={sign}
          value={sign}
          className="min-h-11 rounded-lg border-[1.5px] border-line-strong bg-leaf-paper px-3 text-[0.93rem] data-[state=on]:border-night data-[state=on]:bg-night data-[state=on]:font-semibold data-[state=on]:text-white pointer-coarse:min-h-12"
        >
          {t(`layer.sign.${sign}`)}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  )
}
