import type { Ref } from 'react'
import { useTranslation } from 'react-i18next'
import type { Assessment, Readings, Tree } from '../api/client'
import { MeasureField } from '../parts/measure-field'
import type { Hand } from './draft'
import { FlareFinder } from './flare-finder'
import { ProbeWalk } from './probe-walk'

/** At the line: where is the flare? Nobody can judge a tree whose flare has not been found. */
export function LineStage(props: {
  hand: Hand
  answer?: Assessment
  bad: boolean[]
  stationFaults: (string | undefined)[]
  fault: (field: string) => string | undefined
  onBad: (bad: boolean) => void
  onWalked: () => void
  plug: boolean
  subject: Tree['subject']
  worked?: Readings
  seenRef?: Ref<HTMLInputElement>
}) {
  const { t } = useTranslation()
  const { hand, answer } = props
  const r = hand.draft.readings
  const dig = answer?.flare?.action === 'excavate'
  const strays = (answer?.flare?.stray_roots ?? []).map((s) => s.bearing_deg)
  // The field stands in one place whatever the answer says: what comes between two digits must not take it out of the hand.
  const seen = (
    <div
      className={`col-span-2 grid grid-cols-2 gap-3 ${dig ? 'rounded-xl border-2 border-rose bg-rose-pale p-2.5' : ''}`}
      data-testid="seen"
    >
      <MeasureField
        kind="mm"
        label={t('line.seen')}
        value={r.seen_depth_mm}
        worked={props.worked?.seen_depth_mm || null}
        inputRef={props.seenRef}
        onChange={(v) => hand.set({ seen_depth_mm: v ?? undefined })}
        onBad={props.onBad}
        fault={props.fault('seen_depth_mm')}
      />
      {dig ? (
        <p className="self-center font-semibold text-sm leading-snug">{t('line.uncover')}</p>
      ) : (
        <div className="grid content-end">
          <button type="button" className="quiet w-full !px-2" onClick={() => hand.set({ seen_depth_mm: 0 })}>
            {t('line.at-top')}
          </button>
        </div>
      )}
    </div>
  )
  return (
    <div className="grid gap-3">
      <div className="grid grid-cols-2 items-start gap-3 md:max-lg:grid-cols-4">
        <MeasureField
          kind="mm"
          label={t('measure.ball-height')}
          value={r.ball_height_mm}
          worked={props.worked?.ball_height_mm}
          onChange={(v) => hand.set({ ball_height_mm: v ?? undefined })}
          onBad={props.onBad}
          fault={props.fault('ball_height_mm')}
        />
        <MeasureField
          kind="mm"
          label={t('measure.ball-width')}
          value={r.ball_diameter_mm}
          worked={props.worked?.ball_diameter_mm}
          onChange={(v) => hand.set({ ball_diameter_mm: v ?? undefined })}
          onBad={props.onBad}
          fault={props.fault('ball_diameter_mm')}
        />
        {seen}
      </div>
      {!props.plug && (
        <>
          <p className="-mb-1 text-sm">{t('line.walk')}</p>
          <ProbeWalk
            hand={hand}
            bad={props.bad}
            faults={props.stationFaults}
            strayBearings={strays}
            onWalked={props.onWalked}
          />
        </>
      )}
      {!props.plug && <FlareFinder subject={props.subject} />}
    </div>
  )
}
