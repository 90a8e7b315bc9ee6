import { useQuery, useQueryClient } from '@tanstack/react-query'
import { lazy, Suspense, useEffect } from 'react'
import { useTranslation } from 'react-i18next'
import { Redirect, Route, Switch } from 'wouter'
import { Problem } from './api/client'
import { whoQuery } from './api/queries'
import { Failed, Loading, Nothing } from './parts/states'
import { OwnPassword } from './people/own-password'
import { OwnSecond } from './people/own-second'
import { Shell } from './shell/shell'
import { SignIn } from './shell/sign-in'
import { TodayPage } from './today/today-page'
import { speak } from './words/i18n'
import { useSettings } from './words/settings'

const BenchPage = lazy(() => import('./bench/bench-page').then((m) => ({ default: m.BenchPage })))
const TreePage = lazy(() => import('./bench/tree-page').then((m) => ({ default: m.TreePage })))
const ArrivalsPage = lazy(() => import('./arrivals/arrivals-page').then((m) => ({ default: m.ArrivalsPage })))
const NewDelivery = lazy(() => import('./arrivals/new-delivery').then((m) => ({ default: m.NewDelivery })))
const LetterheadPage = lazy(() => import('./rules/letterhead-page').then((m) => ({ default: m.LetterheadPage })))
const NotePage = lazy(() => import('./arrivals/note-page').then((m) => ({ default: m.NotePage })))
const LotPage = lazy(() => import('./lots/lot-page').then((m) => ({ default: m.LotPage })))
const WorkPage = lazy(() => import('./work/work-page').then((m) => ({ default: m.WorkPage })))
const ClockPage = lazy(() => import('./clock/clock-page').then((m) => ({ default: m.ClockPage })))
const GrowersPage = lazy(() => import('./growers/growers-page').then((m) => ({ default: m.GrowersPage })))
const StocktakesPage = lazy(() => import('./stocktake/stocktakes-page').then((m) => ({ default: m.StocktakesPage })))
const StocktakePage = lazy(() => import('./stocktake/stocktake-page').then((m) => ({ default: m.StocktakePage })))
const GroundPage = lazy(() => import('./ground/ground-page').then((m) => ({ default: m.GroundPage })))
const StationsPage = lazy(() => import('./stations/stations-page').then((m) => ({ default: m.StationsPage })))
const StationPage = lazy(() => import('./stations/station-page').then((m) => ({ default: m.StationPage })))
const RecordPage = lazy(() => import('./stations/record-page').then((m) => ({ default: m.RecordPage })))
const BesidePage = lazy(() => import('./match/beside-page').then((m) => ({ default: m.BesidePage })))
const MovePage = lazy(() => import('./ground/move-page').then((m) => ({ default: m.MovePage })))
const ShortSurvey = lazy(() => import('./ground/short-survey').then((m) => ({ default: m.ShortSurvey })))
const SpotPage = lazy(() => import('./ground/spot-page').then((m) => ({ default: m.SpotPage })))
const SurveyPage = lazy(() => import('./survey/survey-page').then((m) => ({ default: m.SurveyPage })))
const RoomPage = lazy(() => import('./match/room-page').then((m) => ({ default: m.RoomPage })))
const SeveralPage = lazy(() => import('./match/several-page').then((m) => ({ default: m.SeveralPage })))
const MatchPage = lazy(() => import('./match/match-page').then((m) => ({ default: m.MatchPage })))
const PlanPage = lazy(() => import('./sheet/plan-page').then((m) => ({ default: m.PlanPage })))
const NewBatchPage = lazy(() => import('./sheet/new-batch-page').then((m) => ({ default: m.NewBatchPage })))
const BatchPage = lazy(() => import('./sheet/batch-page').then((m) => ({ default: m.BatchPage })))
const SheetsPage = lazy(() => import('./sheet/sheets-page').then((m) => ({ default: m.SheetsPage })))
const SheetPage = lazy(() => import('./sheet/sheet-page').then((m) => ({ default: m.SheetPage })))
const KindsPage = lazy(() => import('./kinds/kinds-page').then((m) => ({ default: m.KindsPage })))
const KindsBeside = lazy(() => import('./kinds/kinds-beside').then((m) => ({ default: m.KindsBeside })))
const KindPage = lazy(() => import('./kinds/kind-page').then((m) => ({ default: m.KindPage })))
const PeoplePage = lazy(() => import('./people/people-page').then((m) => ({ default: m.PeoplePage })))
const AccessPage = lazy(() => import('./people/access-page').then((m) => ({ default: m.AccessPage })))
const SecurityPage = lazy(() => import('./people/security-page').then((m) => ({ default: m.SecurityPage })))
const OrderPage = lazy(() => import('./order/order-page').then((m) => ({ default: m.OrderPage })))
const PricesPage = lazy(() => import('./order/prices-page').then((m) => ({ default: m.PricesPage })))
const PlantedPage = lazy(() => import('./planted/planted-page').then((m) => ({ default: m.PlantedPage })))
const PlantedTreePage = lazy(() => import('./planted/planted-tree-page').then((m) => ({ default: m.PlantedTreePage })))
const VisitPage = lazy(() => import('./planted/visit-page').then((m) => ({ default: m.VisitPage })))
const OutcomesPage = lazy(() => import('./planted/outcomes-page').then((m) => ({ default: m.OutcomesPage })))
const ClaimsPage = lazy(() => import('./claims/claims-page').then((m) => ({ default: m.ClaimsPage })))
const ClaimPage = lazy(() => import('./claims/claim-page').then((m) => ({ default: m.ClaimPage })))
const AmountsPage = lazy(() => import('./amounts/amounts-page').then((m) => ({ default: m.AmountsPage })))
const UnsettledPage = lazy(() => import('./rules/unsettled-page').then((m) => ({ default: m.UnsettledPage })))
const MemoryPage = lazy(() => import('./memory/memory-page').then((m) => ({ default: m.MemoryPage })))
const WeekPage = lazy(() => import('./week/week-page').then((m) => ({ default: m.WeekPage })))
const ArchivePage = lazy(() => import('./archive/archive-page').then((m) => ({ default: m.ArchivePage })))
const ChillPage = lazy(() => import('./stations/chill-page').then((m) => ({ default: m.ChillPage })))
const ReportPage = lazy(() => import('./report/report-page').then((m) => ({ default: m.ReportPage })))
const CausesPage = lazy(() => import('./claims/causes-page').then((m) => ({ default: m.CausesPage })))
const OddsPage = lazy(() => import('./trouble/odds-page').then((m) => ({ default: m.OddsPage })))
const RefusalsPage = lazy(() => import('./refusals/refusals-page').then((m) => ({ default: m.RefusalsPage })))
const TrialsPage = lazy(() => import('./trials/trials-page').then((m) => ({ default: m.TrialsPage })))
const TrialPage = lazy(() => import('./trials/trial-page').then((m) => ({ default: m.TrialPage })))
const HouseDatesPage = lazy(() => import('./dates/house-dates-page').then((m) => ({ default: m.HouseDatesPage })))
const RoundPage = lazy(() => import('./planted/round-page').then((m) => ({ default: m.RoundPage })))
const TroublePage = lazy(() => import('./trouble/trouble-page').then((m) => ({ default: m.TroublePage })))
const NewTroublePage = lazy(() => import('./trouble/trouble-page').then((m) => ({ default: m.NewTroublePage })))
const RulesPage = lazy(() => import('./rules/rules-page').then((m) => ({ default: m.RulesPage })))

export function App() {
  const who = useQuery(whoQuery)
  const { language, units } = useSettings()
  const cache = useQueryClient()
  useEffect(() => {
    void speak(language)
  }, [language])
  // biome-ignore lint/correctness/useExhaustiveDependencies: sentences come from the server in these
  useEffect(() => {
    void cache.invalidateQueries({ predicate: (q) => q.queryKey[0] !== 'who-am-i' })
  }, [language, units])
  const { t } = useTranslation()
  if (who.isPending) return <Loading what={t('loading.sedum')} />
  if (who.error instanceof Problem && who.error.status === 401) return <SignIn />
  if (!who.data) return <Failed cause={who.error} again={() => who.refetch()} />
  if (who.data.one_time)
    return (
      <main id="work">
        <OwnPassword first />
      </main>
    )
  if (who.data.no_second)
    return (
      <main id="work">
        <OwnSecond has={false} first />
      </main>
    )
  return (
    <Shell who={who.data}>
      <Suspense fallback={<Loading />}>
        <Switch>
          <Route path="/">
            <TodayPage who={who.data} />
          </Route>
          <Route path="/arrivals">
            <ArrivalsPage who={who.data} />
          </Route>
          <Route path="/arrivals/new" component={NewDelivery} />
          <Route path="/arrivals/note">
            <NotePage />
          </Route>
          <Route path="/arrivals/note/:id">{(p) => <NotePage id={p.id} />}</Route>
          <Route path="/lots/:number">
            {(p) => <LotPage key={p.number} number={Number(p.number)} who={who.data} />}
          </Route>
          <Route path="/work">
            <WorkPage who={who.data} />
          </Route>
          <Route path="/clock" component={ClockPage} />
          <Route path="/growers">
            <GrowersPage who={who.data} />
          </Route>
          <Route path="/t/:tag">{(p) => <Redirect to={`/bench/${p.tag.toUpperCase()}`} replace />}</Route>
          <Route path="/bench" component={BenchPage} />
          <Route path="/bench/:tag">{(p) => <TreePage key={p.tag} tag={p.tag} who={who.data} />}</Route>
          <Route path="/stocktake" component={StocktakesPage} />
          <Route path="/stocktake/:number">{(p) => <StocktakePage key={p.number} number={Number(p.number)} />}</Route>
          <Route path="/ground">
            <GroundPage may={(who.data.deeds as string[]).includes('keep-ground')} />
          </Route>
          <Route path="/stations">
            <StationsPage who={who.data} />
          </Route>
          <Route path="/stations/:id">{(p) => <StationPage key={p.id} id={p.id} who={who.data} />}</Route>
          <Route path="/stations/:station/record/:id">
            {(p) => <RecordPage key={p.id} id={p.id} station={p.station} />}
          </Route>
          <Route path="/ground/:id/plan">{(p) => <SurveyPage key={p.id} id={p.id} who={who.data} />}</Route>
          <Route path="/ground/:id/short">{(p) => <ShortSurvey key={p.id} id={p.id} />}</Route>
          <Route path="/ground/:id/move">{(p) => <MovePage key={p.id} id={p.id} />}</Route>
          <Route path="/ground/:id">{(p) => <SpotPage key={p.id} id={p.id} who={who.data} />}</Route>
          <Route path="/match">
            <MatchPage who={who.data} />
          </Route>
          <Route path="/match/:id/beside">{(p) => <BesidePage key={p.id} id={p.id} />}</Route>
          <Route path="/match/:id/several">{(p) => <SeveralPage key={p.id} id={p.id} who={who.data} />}</Route>
          <Route path="/match/:id/sheets">{(p) => <NewBatchPage key={p.id} id={p.id} who={who.data} />}</Route>
          <Route path="/match/:id/room">{(p) => <RoomPage key={p.id} id={p.id} />}</Route>
          <Route path="/match/:id">{(p) => <MatchPage key={p.id} id={p.id} who={who.data} />}</Route>
          <Route path="/plan/:spot/:tag">
            {(p) => <PlanPage key={p.spot + p.tag} spotId={p.spot} tag={p.tag} who={who.data} />}
          </Route>
          <Route path="/sheets">
            <SheetsPage may={(who.data.deeds as string[]).includes('issue-sheets')} />
          </Route>
          <Route path="/sheets/together/:id">{(p) => <BatchPage key={p.id} id={p.id} />}</Route>
          <Route path="/sheets/:number/order">{(p) => <OrderPage key={p.number} number={Number(p.number)} />}</Route>
          <Route path="/sheets/:number">
            {(p) => (
              <SheetPage
                key={p.number}
                number={Number(p.number)}
                may={(who.data.deeds as string[]).includes('issue-sheets')}
              />
            )}
          </Route>
          <Route path="/planted">
            <PlantedPage who={who.data} />
          </Route>
          <Route path="/planted/:id">{(p) => <PlantedTreePage key={p.id} id={p.id} who={who.data} />}</Route>
          <Route path="/planted/:id/visit">{(p) => <VisitPage key={p.id} id={p.id} />}</Route>
          <Route path="/planted/:id/trouble">
            {(p) => <NewTroublePage key={p.id} planted={p.id} who={who.data} />}
          </Route>
          <Route path="/round" component={RoundPage} />
          <Route path="/outcomes">
            <OutcomesPage who={who.data} />
          </Route>
          <Route path="/dates">
            <HouseDatesPage who={who.data} />
          </Route>
          <Route path="/trials">
            <TrialsPage who={who.data} />
          </Route>
          <Route path="/trials/:number">
            {(p) => <TrialPage key={p.number} number={Number(p.number)} who={who.data} />}
          </Route>
          <Route path="/amounts" component={AmountsPage} />
          <Route path="/unsettled">
            <UnsettledPage who={who.data} />
          </Route>
          <Route path="/memory">
            <MemoryPage who={who.data} />
          </Route>
          <Route path="/week" component={WeekPage} />
          <Route path="/archive" component={ArchivePage} />
          <Route path="/chill" component={ChillPage} />
          <Route path="/rules/odds">
            <OddsPage who={who.data} />
          </Route>
          <Route path="/report" component={ReportPage} />
          <Route path="/rules/causes">
            <CausesPage who={who.data} />
          </Route>
          <Route path="/refusals" component={RefusalsPage} />
          <Route path="/claims" component={ClaimsPage} />
          <Route path="/claims/:number">
            {(p) => <ClaimPage key={p.number} number={Number(p.number)} who={who.data} />}
          </Route>
          <Route path="/trouble">
            <NewTroublePage who={who.data} />
          </Route>
          <Route path="/trouble/:number">
            {(p) => <TroublePage key={p.number} number={Number(p.number)} who={who.data} />}
          </Route>
          <Route path="/kinds">
            <KindsPage who={who.data} />
          </Route>
          <Route path="/kinds/beside">
            <KindsBeside />
          </Route>
          <Route path="/kinds/:id">{(p) => <KindPage key={p.id} id={p.id} who={who.data} />}</Route>
          <Route path="/rules">
            <RulesPage who={who.data} />
          </Route>
          <Route path="/rules/prices">
            <PricesPage who={who.data} />
          </Route>
          <Route path="/rules/letterhead">
            <LetterheadPage who={who.data} />
          </Route>
          <Route path="/people" component={PeoplePage} />
          <Route path="/people/log" component={SecurityPage} />
          <Route path="/access" component={AccessPage} />
          <Route path="/sign-in">
            <Redirect to="/" />
          </Route>
          <Route>
            <Nothing title={t('nothing.page')} />
          </Route>
        </Switch>
      </Suspense>
    </Shell>
  )
}
