import { Dialog } from 'radix-ui'
import { useTranslation } from 'react-i18next'

export function Help(props: { open: boolean; onOpenChange: (open: boolean) => void }) {
  const { t } = useTranslation()
  const rows: [string, string][] = [
    ['/', t('help.tag')],
    ['▮▯▮', t('help.scan')],
    ['?', t('help.this')],
    ['[ ]', t('help.go')],
    ['a l b r', t('help.stages')],
    ['Enter', t('help.enter')],
    ['n', t('help.nothing')],
    ['s', t('help.sound')],
    ['u', t('help.undo')],
    ['Ctrl Enter', t('help.save')],
  ]
  return (
    <Dialog.Root open={props.open} onOpenChange={props.onOpenChange}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-night/60" />
        <Dialog.Content className="-translate-x-1/2 -translate-y-1/2 fixed top-1/2 left-1/2 z-50 max-h-[90dvh] w-[min(34rem,92vw)] overflow-auto rounded-2xl bg-paper p-7">
          <Dialog.Title className="mb-1 text-2xl">{t('help.title')}</Dialog.Title>
          <Dialog.Description className="mb-4 text-soft">{t('help.about')}</Dialog.Description>
          <dl>
            {rows.map(([key, what]) => (
              <div key={key} className="row-line grid grid-cols-[8rem_1fr] items-center py-2">
                <dt className="flex gap-1">
                  {key.split(' ').map((k) => (
                    <kbd
                      key={k}
                      className="figure rounded-md border border-line-strong bg-leaf-paper px-2 py-0.5 text-sm"
                    >
                      {k}
                    </kbd>
                  ))}
                </dt>
                <dd>{what}</dd>
              </div>
            ))}
          </dl>
          <Dialog.Close className="deed mt-5 w-full">{t('close')}</Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  )
}
