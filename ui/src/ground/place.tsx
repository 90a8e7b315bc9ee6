import { useTranslation } from 'react-i18next'
import type { Schemas, Spot } from '../api/client'
import { PlaceSky } from '../drawing/place-sky'
import { PlaceSoil, soilScale } from '../drawing/place-soil'
import { spreadOf } from '../drawing/place-spread'
import { useSize } from '../parts/use-size'
import { DrainageHole } from './drainage-hole'
import { LayerFields, LayersPart } from './layers-part'
import type { PartProps } from './parts'
import { NearField, SunField, SurfaceFields, WaterField, WindFields, WinterField, WishFields } from './place-fields'

/** Below this the fields do not stand on the drawing: they follow it, in the same order from sky to soil. */
const wideFrom = 660

/**
 * The place cut through, and the form of it: what is above the line, on it and below it is entered where it lies. On a phone a low drawing
 * goes before the same fields.
 */
export function Place(
  props: PartProps & { spot: Spot; reading: Schemas['GroundAnswer']; may: boolean; onSaved: (spot: Spot) => void },
) {
  const { t } = useTranslation()
  const { spot, reading, may, onSaved, ...parts } = props
  const ground = parts.change.ground
  const all = useSize<HTMLElement>()
  const soil = useSize<HTMLDivElement>()
  const width = all.width
  const wide = width >= wideFrom
  const cx = wide ? Math.round((width - 120) / 2.25) + 60 : Math.round(width / 2)
  const faults = ground.obstacles.map(
    (_, i) =>
      (['distance_m', 'height_m', 'clearance_m'] as const).filter((f) => parts.fault(`ground.obstacles.${i}.${f}`))
        .length,
  )
  const spread = spreadOf(ground.obstacles, faults, width, cx, wide ? 176 : 0)
  const grade = wide ? spread.height : 120
  const sky = {
    width,
    height: grade,
    cx,
    ground,
    spread,
    windFrom: parts.found?.wind_from_deg ?? ground.wind_from_deg,
    sunKnown: typeof (ground.sun_h ?? parts.found?.sun_h) === 'number',
  }
  const hole = <DrainageHole spot={spot} may={may} onSaved={onSaved} />
  const surface = (
    <fieldset disabled={!may} className="grid gap-2 sm:bg-band sm:p-2">
      <SurfaceFields {...parts} />
      <WaterField {...parts} />
    </fieldset>
  )
  const drawing = t('ground.drawing', {
    soil: reading.soil?.class ?? t('unknown'),
    drainage: reading.class || t('unknown'),
  })
  return (
    <section ref={all.ref} aria-label={drawing} className="grid min-w-0 gap-3">
      <fieldset disabled={!may}>
        <WishFields {...parts} />
      </fieldset>
      {width > 0 && (
        <div>
          <div className="relative overflow-hidden" style={{ height: grade }}>
            <PlaceSky
              {...sky}
              sun={wide ? { x: width - 204, y: 46 } : { x: cx + 100, y: 38 }}
              wind={wide ? { x: 279, y: 46 } : { x: cx - 100, y: 44 }}
            />
            {wide && (
              <fieldset disabled={!may}>
                <div className="absolute top-0 left-0 w-60">
                  <WindFields {...parts} />
                </div>
                <div className="absolute top-0 right-0 w-40">
                  <SunField {...parts} />
                </div>
                {ground.obstacles.map((_, i) => (
                  <div
                    // biome-ignore lint/suspicious/noArrayIndexKey: what stands near has no name but its place
                    key={i}
                    className="absolute"
                    style={{
                      left: spread.slots[i].x,
                      top: spread.slots[i].y,
                      width: spread.slots[i].wide,
                    }}
                  >
                    <NearField {...parts} at={i} />
                  </div>
                ))}
              </fieldset>
            )}
          </div>
          <div className="border-ink border-t-[3px]">{wide && surface}</div>
          <div ref={soil.ref} className="relative min-h-44 md:min-h-[22rem]">
            <PlaceSoil
              width={width}
              height={soil.height}
              cx={cx}
              ground={ground}
              reading={reading}
              tests={spot.tests}
              words={!wide}
            />
            {wide && (
              <div className="relative grid min-h-[22rem] grid-cols-[minmax(0,1fr)_7.5rem_minmax(0,1.25fr)]">
                <div className="m-2 grid content-start gap-4 self-start rounded-xl bg-paper/95 p-3">
                  {hole}
                  <fieldset disabled={!may}>
                    <WinterField {...parts} />
                  </fieldset>
                </div>
                <span />
                <fieldset disabled={!may} className="relative">
                  <LayerFields {...parts} perMM={soilScale(soil.height, ground.layers)} />
                </fieldset>
              </div>
            )}
          </div>
        </div>
      )}
      {width > 0 && !wide && (
        <>
          <fieldset disabled={!may} className="grid gap-4">
            {ground.obstacles.map((_, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: what stands near has no name but its place
              <NearField key={i} {...parts} at={i} />
            ))}
            <SunField {...parts} />
            <WindFields {...parts} />
          </fieldset>
          {surface}
          {hole}
          <fieldset disabled={!may} className="grid gap-4">
            <WinterField {...parts} />
            <LayersPart {...parts} />
          </fieldset>
        </>
      )}
    </section>
  )
}
