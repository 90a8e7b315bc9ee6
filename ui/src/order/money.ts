import { useTranslation } from 'react-i18next'

/** Hundredths of the house's money as people write it. */
export function useMoney() {
  const { t } = useTranslation()
  return (cents: number) => t('forms.money', { price: (cents / 100).toFixed(2) })
}
