import { useTranslation } from 'react-i18next'
import type { Schemas } from '../api/client'
import { stockBuds } from '../api/declared.gen'
import { Choice, yesNo } from '../parts/choice'

export type OfTree = Pick<Schemas['SheetsPlanAsk'], 'buds' | 'stands_alone'>

/** What is asked of a tree on its day. */
export function TreeFields({ tree, onChange }: { tree: OfTree; onChange: (part: OfTree) => void }) {
  const { t } = useTranslation()
  return (
    <>
      <Choice
        label={t('plan.buds')}
        value={tree.buds}
        onChange={(buds) => onChange({ buds })}
        options={stockBuds.map((value) => ({ value, label: t(`plan.buds.${value}`) }))}
      />
      <Choice
        label={t('plan.stands')}
        value={tree.stands_alone === undefined ? '' : tree.stands_alone ? 'yes' : 'no'}
        onChange={(v) => onChange({ stands_alone: v && v === 'yes' })}
        options={yesNo.map((value) => ({ value, label: t(value) }))}
      />
    </>
  )
}
