import { ask, client, type Schemas, type Spot } from '../api/client'
import { spotQuery } from '../api/queries'
import { useDeed } from '../parts/deed'

/** Chooses schools for the whole ground of a spot; the empty way is the house's own again. */
export function useSiteSchools(spot: Spot, done?: () => void) {
  return useDeed(
    'set-site-schools',
    (chosen: Omit<Schemas['GroundNewSiteSchools'], 'site_version'>) =>
      ask(
        client.PUT('/api/v1/spots/{id}/schools', {
          params: { path: { id: spot.id } },
          body: { ...chosen, site_version: spot.site_version },
        }),
      ),
    { puts: () => spotQuery(spot.id).queryKey, done },
  )
}
