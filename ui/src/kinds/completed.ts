import type { Schemas } from '../api/client'

export type Completed = Schemas['CatalogueCompleted']
/** What a manager says of a kind, without where it comes from and which state was seen. */
export type Values = Omit<Completed, 'version' | 'origin' | 'source'>

/** What a kind says as it stands. */
export function begin(k: Schemas['CatalogueWhole']): Values {
  const f = k.facts
  return {
    common: k.common,
    botanical: k.botanical,
    habit: k.habit,
    evergreen: f.evergreen,
    cold_c: f.cold_c,
    heat_c: f.heat_c,
    sun_h: f.sun_h ?? undefined,
    drainage_max: f.drainage_max ?? '',
    ph: f.ph ?? undefined,
    drought: f.drought,
    wind: f.wind ?? '',
    height_10_m: f.height_10_m,
    height_max_m: f.height_max_m,
    spread_10_m: f.spread_10_m,
    spread_max_m: f.spread_max_m,
    sharp_drainage: f.sharp_drainage,
    thirsty: f.thirsty,
    tender: f.tender,
    autumn_hazard: f.autumn_hazard,
    bark_tender: f.bark_tender,
    old_wood: f.old_wood,
    bleeds: f.bleeds,
    stone_fruit: f.stone_fruit,
    moves_badly: f.moves_badly,
    uses: f.uses ?? [],
    chill_need: f.chill_need,
    fruiting: f.fruiting,
    self_fertile: f.self_fertile,
    partners: f.partners ?? null,
    pollination_group: f.pollination_group ?? undefined,
    soil_coarse: f.soil?.coarse ?? '',
    soil_medium: f.soil?.medium ?? '',
    soil_fine: f.soil?.fine ?? '',
    salt: f.salt ?? '',
    bare_roots: f.bare_roots ?? '',
    cautions: f.cautions ?? [],
    synonyms: f.synonyms ?? [],
    spanish: f.spanish ?? '',
    conifer: f.conifer ?? false,
    scented: f.scented ?? false,
    coloured_stems: f.coloured_stems ?? false,
    flower: f.flower ?? undefined,
    fruit: f.fruit ?? undefined,
    autumn: f.autumn ?? '',
    rootstocks: f.rootstocks ?? [],
  }
}
