import { AlertDialog } from 'radix-ui'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { ask, client } from '../api/client'
import { sheetQuery } from '../api/queries'
import { useDeed } from '../parts/deed'
import { sayProblem } from '../parts/states'

/** Takes a sheet back, with a reason; its tree goes free when the sheet reserved it. It asks before it does. */
export function Withdraw({ number, label, onDone }: { number: number; label: string; onDone?: () => void }) {
  const { t } = useTranslation()
  const [open, setOpen] = useState(false)
  const [reason, setReason] = useState('')
  const withdraw = useDeed(
    'withdraw-sheet',
    (_: undefined, key: string) =>
      ask(
        client.POST('/api/v1/sheets/{number}/withdrawal', {
          params: { path: { number }, header: { 'Idempotency-Key': key } },
          body: { reason },
        }),
      ),
    {
      puts: () => sheetQuery(number).queryKey,
      done: () => {
        setOpen(false)
        onDone?.()
      },
    },
  )
  return (
    <AlertDialog.Root open={open} onOpenChange={setOpen}>
      <AlertDialog.Trigger className="quiet">{label}</AlertDialog.Trigger>
      <AlertDialog.Portal>
        <AlertDialog.Overlay className="fixed inset-0 z-40 bg-night/60" />
        <AlertDialog.Content className="-translate-x-1/2 -translate-y-1/2 fixed top-1/2 left-1/2 z-50 w-[min(32rem,92vw)] rounded-2xl bg-paper p-7">
          <AlertDialog.Title className="mb-1 text-2xl">{t('withdraw.title', { number })}</AlertDialog.Title>
          <AlertDialog.Description className="mb-4">{t('withdraw.about')}</AlertDialog.Description>
          <label htmlFor="withdraw-reason" className="mb-1 block font-semibold text-sm">
            {t('withdraw.reason')}
          </label>
          <input
            id="withdraw-reason"
            className="field"
            maxLength={500}
            value={reason}
            onChange={(e) => setReason(e.target.value)}
          />
          {withdraw.error && (
            <p role="alert" className="mt-2 font-semibold text-oxblood">
              {sayProblem(withdraw.error, t)}
            </p>
          )}
          <div className="mt-5 grid grid-cols-2 gap-2">
            <AlertDialog.Cancel className="quiet">{t('cancel')}</AlertDialog.Cancel>
            <button
              type="button"
              className="deed"
              disabled={!reason.trim() || withdraw.isPending}
              onClick={() => withdraw.mutate(undefined)}
            >
              {t('withdraw.do')}
            </button>
          </div>
        </AlertDialog.Content>
      </AlertDialog.Portal>
    </AlertDialog.Root>
  )
}
