import { useTranslation } from 'react-i18next'
import { ask, client, type Schemas } from '../api/client'
import { rolesRole } from '../api/declared.gen'
import { peopleQuery } from '../api/queries'
import { useDeed } from '../parts/deed'
import { FieldFault, sayProblem } from '../parts/states'

type Role = (typeof rolesRole)[number]

/** Which roles are asked for a second factor. */
export function AskedSecond({ people }: { people: Schemas['PeopleAccounts'] }) {
  const { t } = useTranslation()
  const asks = useDeed('ask-second', (roles: Role[]) => ask(client.PUT('/api/v1/people/second', { body: { roles } })), {
    puts: () => peopleQuery.queryKey,
  })
  return (
    <fieldset className="grid gap-1">
      <legend className="mb-2 w-full border-ink border-b-2 pb-1 font-semibold text-xl">{t('second.asked')}</legend>
      <p className="text-soft">{t('second.asked.about')}</p>
      {rolesRole.map((role) => {
        const without = people.people.filter((p) => p.active && p.role === role && !p.second).length
        return (
          <label key={role} className="flex min-h-12 items-center gap-3">
            <input
              type="checkbox"
              className="size-6"
              checked={people.asked.includes(role)}
              disabled={asks.isPending}
              onChange={(e) =>
                asks.mutate(e.target.checked ? [...people.asked, role] : people.asked.filter((r) => r !== role))
              }
            />
            <span>
              {t(`role.${role}`)}
              <span className="block text-soft text-sm">{t('second.without', { count: without })}</span>
            </span>
          </label>
        )
      })}
      <FieldFault text={asks.error ? sayProblem(asks.error, t) : undefined} />
    </fieldset>
  )
}
