import { Dialog } from 'radix-ui'
import { useTranslation } from 'react-i18next'
import type { Assessment, Tree } from '../api/client'

/** Somebody saved the same tree meanwhile: both states side by side, and the person chooses. */
export function TwoStates(props: {
  theirs: Tree
  mine?: Assessment
  onTheirs: () => void
  onMine: () => void
  onClose: () => void
}) {
  const { t } = useTranslation()
  const latest = props.theirs.checks[0]
  return (
    <Dialog.Root open onOpenChange={(open) => !open && props.onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-night/60" />
        <Dialog.Content className="-translate-x-1/2 -translate-y-1/2 fixed top-1/2 left-1/2 z-50 max-h-[90dvh] w-[min(46rem,94vw)] overflow-auto rounded-2xl bg-paper p-7">
          <Dialog.Title className="text-2xl">{t('two.title')}</Dialog.Title>
          <Dialog.Description className="mb-5 text-soft">{t('two.about')}</Dialog.Description>
          <div className="grid gap-6 sm:grid-cols-2">
            <Side
              title={
                latest ? t('two.theirs', { who: latest.by }) : t('two.theirs.state', { state: props.theirs.state_word })
              }
              answer={latest?.assessment}
              deed={t('two.keep-theirs')}
              onDeed={props.onTheirs}
            />
            <Side title={t('two.mine')} answer={props.mine} deed={t('two.save-mine')} onDeed={props.onMine} strong />
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  )
}

function Side(props: { title: string; answer?: Assessment; deed: string; onDeed: () => void; strong?: boolean }) {
  const { t } = useTranslation()
  return (
    <section className="flex flex-col gap-2 border-ink border-t-2 pt-3">
      <h3 className="text-base">{props.title}</h3>
      <p className="answer text-3xl">{props.answer?.headline ?? t('two.no-check')}</p>
      <p>{props.answer?.flare_text}</p>
      <ul className="mb-3 grid flex-1 gap-1 text-sm">
        {props.answer?.reasons.map((r) => (
          <li key={r.part + r.code}>{r.text}</li>
        ))}
      </ul>
      <button type="button" className={props.strong ? 'deed' : 'quiet'} onClick={props.onDeed}>
        {props.deed}
      </button>
    </section>
  )
}
