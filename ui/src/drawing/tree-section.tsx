import { useTranslation } from 'react-i18next'
import type { Assessment, Readings, Tree } from '../api/client'
import { BallSection } from './ball-section'
import { BareRootSection } from './bare-root-section'
import { growthOf } from './trunk'

/** The tree in section, drawn for its form. */
export function TreeSection({ tree, readings, answer }: { tree: Tree; readings: Readings; answer?: Assessment }) {
  const { t } = useTranslation()
  const Section = tree.subject.form === 'bare-root' ? BareRootSection : BallSection
  return (
    <Section
      readings={readings}
      answer={answer}
      label={t('section.label', { kind: tree.lot.common, tag: tree.tag })}
      form={tree.subject.form}
      growth={growthOf(tree.subject)}
      nominal={{ width: tree.lot.ball_diameter_mm, height: tree.lot.ball_height_mm, caliper: tree.lot.caliper_mm }}
    />
  )
}
