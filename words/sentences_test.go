package words_test

import (
	"go/ast"
	"go/parser"
	"go/token"
	"io/fs"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	askings "sedum/app/claims"
	"sedum/app/copies"
	appground "sedum/app/ground"
	"sedum/app/growers"
	"sedum/app/match"
	"sedum/app/mending"
	"sedum/app/outcomes"
	"sedum/app/photos"
	"sedum/app/search"
	"sedum/app/sheets"
	"sedum/app/trials"
	"sedum/app/visits"
	"sedum/app/week"
	"sedum/core/arrival"
	"sedum/core/care"
	"sedum/core/climate"
	"sedum/core/fault"
	"sedum/core/fit"
	"sedum/core/ground"
	"sedum/core/guarantee"
	"sedum/core/kind"
	"sedum/core/order"
	"sedum/core/planting"
	"sedum/core/roles"
	"sedum/core/rules"
	"sedum/core/sampling"
	"sedum/core/set"
	"sedum/core/station"
	"sedum/core/stock"
	"sedum/core/survey"
	"sedum/core/trial"
	"sedum/core/trouble"
	"sedum/core/visit"
	"sedum/core/water"
	"sedum/core/yard"
	"sedum/words"
)

// said is a closed set with how its words are named in the messages of the program and of the page; "" where it is not said.
type said struct {
	words                []string
	server, page, except string
}

func by(list []string, server, page string, except ...string) said {
	return said{list, server, page, " " + strings.Join(except, " ") + " "}
}

// sets are the closed sets by their names. A set that is declared and not named here fails the test.
func sets() map[string]said {
	unsaid := func(list []string) said { return said{words: list} }
	return map[string]said{
		"arrival.Column":        by(set.Texts[arrival.Column](), "", "column."),
		"arrival.Decimal":       by(set.Texts[arrival.Decimal](), "", "note.decimal."),
		"arrival.Delimiter":     by(set.Texts[arrival.Delimiter](), "", "separator."),
		"arrival.Encoding":      by(set.Texts[arrival.Encoding](), "", "note.encoding."),
		"arrival.Unit":          by(set.Texts[arrival.Unit](), "", "note.unit."),
		"arrival.Why":           by(set.Texts[arrival.Why](), "", "note.left."),
		"stock.Ranged":          by(set.Texts[stock.Ranged](), "", "column."),
		"care.Code":             by(set.Texts[care.Code](), "care.", ""),
		"care.Never":            by(set.Texts[care.Never](), "never.", ""),
		"care.Sign":             by(set.Texts[care.Sign](), "sign.", ""),
		"care.KnifeCode":        by(set.Texts[care.KnifeCode](), "knife.", ""),
		"planting.PanelCode":    unsaid(set.Texts[planting.PanelCode]()),  // a picture; its steps are said
		"planting.Shortening":   unsaid(set.Texts[planting.Shortening]()), // a drawing; each of its pictures is said
		"planting.Tool":         by(set.Texts[planting.Tool](), "kit.", ""),
		"kind.ListOf":           by(set.Texts[kind.ListOf](), "", "kind.list."),
		"kind.Note":             by(set.Texts[kind.Note](), "note.", ""),
		"ground.Asks":           by(set.Texts[ground.Asks](), "asks.", ""),
		"ground.Digs":           by(set.Texts[ground.Digs](), "survey-paper.digs.", "around.digs."),
		"ground.FailedWhy":      by(set.Texts[ground.FailedWhy](), "", "around.failed."),
		"ground.GrownAs":        by(set.Texts[ground.GrownAs](), "grown.", "around.grown."),
		"ground.Moisture":       by(set.Texts[ground.Moisture](), "survey-paper.moisture.", "around.moisture."),
		"ground.RunOff":         by(set.Texts[ground.RunOff](), "survey-paper.run-off.", "around.run-off."),
		"ground.SaltFrom":       by(set.Texts[ground.SaltFrom](), "survey-paper.salt.", "around.salt."),
		"ground.Sod":            by(set.Texts[ground.Sod](), "survey-paper.sod.", "around.sod."),
		"ground.Traffic":        by(set.Texts[ground.Traffic](), "survey-paper.traffic.", "around.traffic."),
		"ground.Shows":          by(set.Texts[appground.Shows](), "", "spot-photos."),
		"ground.How":            by(set.Texts[appground.How](), "how.", ""),
		"kind.Odd":              by(set.Texts[kind.Odd](), "odd.", ""),
		"kind.Origin":           by(set.Texts[kind.Origin](), "", "kind.origin."),
		"fit.Colour":            by(set.Texts[fit.Colour](), "", "colour."),
		"climate.Hemisphere":    unsaid(set.Texts[climate.Hemisphere]()),
		"climate.Source":        unsaid(set.Texts[climate.Source]()),
		"copies.CareWhat":       unsaid(set.Texts[copies.CareWhat]()), // what a touch is, not what is said
		"fault.Code":            by(set.Texts[fault.Code](), "fault.", ""),
		"fit.Bears":             by(set.Texts[fit.Bears](), "fit.soil.", ""),
		"fit.Change":            by(set.Texts[fit.Change](), "remedy.", ""),
		"fit.Factor":            by(set.Texts[fit.Factor](), "factor.", ""),
		"fit.Mark":              by(set.Texts[fit.Mark](), "match.", ""),
		"ground.Drainage":       by(set.Texts[ground.Drainage](), "drainage.", "ground.drains."),
		"ground.Harm":           by(set.Texts[ground.Harm](), "short-caution.", "kind.caution."),
		"ground.Resident":       by(set.Texts[ground.Resident](), "resident.", "resident."),
		"match.Asked":           by(set.Texts[match.Asked](), "", "asked."),
		"ground.LayoutShape":    unsaid(set.Texts[ground.LayoutShape]()),
		"ground.Light":          by(set.Texts[ground.Light](), "light.", ""),
		"ground.Neighbour":      by(set.Texts[ground.Neighbour](), "obstacle.", "obstacle."),
		"ground.Care":           by(set.Texts[ground.Care](), "", "asked.care."),
		"ground.When":           by(set.Texts[ground.When](), "", "asked.when."),
		"ground.SoilSource":     by(set.Texts[ground.SoilSource](), "soil.by.", ""),
		"ground.Feel":           by(set.Texts[ground.Feel](), "", "ribbon.feel."),
		"ground.RibbonLength":   by(set.Texts[ground.RibbonLength](), "", "ribbon.length."),
		"ground.LayerSign":      by(set.Texts[ground.LayerSign](), "", "layer.sign."),
		"ground.Sector":         by(set.Texts[ground.Sector](), "sector.", ""),
		"ground.SlopeClass":     by(set.Texts[ground.SlopeClass](), "slope.", ""),
		"ground.Percolated":     by(set.Texts[ground.Percolated](), "drainage.", ""),
		"ground.PrivateLines":   by(set.Texts[ground.PrivateLines](), "", "services.private."),
		"ground.Purpose":        by(set.Texts[ground.Purpose](), "", "spot.purpose."),
		"ground.Scale":          by(set.Texts[ground.Scale](), "school.scale.", ""),
		"ground.SoilClass":      by(set.Texts[ground.SoilClass](), "", "soil."),
		"ground.SoilGroup":      by(set.Texts[ground.SoilGroup](), "group.", ""),
		"ground.Water":          by(set.Texts[ground.Water](), "water.", "spot.water."),
		"ground.Wind":           by(set.Texts[ground.Wind](), "exposure.", "spot.exposure."),
		"growers.Answered":      by(set.Texts[growers.Answered](), "", "grower-note.answer."),
		"growers.Asked":         by(set.Texts[growers.Asked](), "grower-note.asked.", "grower-note.asked."),
		"planting.MoveWord":     by(set.Texts[planting.MoveWord](), "move.word.", ""),
		"planting.MoveReason":   by(set.Texts[planting.MoveReason](), "move.reason.", ""),
		"planting.MoveStep":     by(set.Texts[planting.MoveStep](), "move.step.", ""),
		"match.Season":          by(set.Texts[match.Season](), "", "season."),
		"mending.What":          unsaid(set.Texts[mending.What]()), // names a record, shown beside it
		"photos.Part":           by(set.Texts[photos.Part](), "", "photo."),
		"claims.Answer":         by(set.Texts[askings.Answer](), "claim.answer.", "claim.answer."),
		"claims.Given":          by(set.Texts[askings.Given](), "claim.letter.given.", "claim.given."),
		"claims.PlantedBy":      by(set.Texts[askings.PlantedBy](), "", "claim.planted-by."),
		"trials.EndedAs":        by(set.Texts[trials.EndedAs](), "", "trial.ended."),
		"trial.Way":             unsaid(set.Texts[trial.Way]()), // each trial has its own words for them
		"care.Condition":        by(set.Texts[care.Condition](), "copy.care.came.", "dates.came."),
		"care.Message":          unsaid(set.Texts[care.Message]()), // the letter says it
		"care.SpareWay":         by(set.Texts[care.SpareWay](), "", "spare.way."),
		"care.SpareCode":        by(set.Texts[care.SpareCode](), "dear.", ""),
		"search.Kind":           by(set.Texts[search.Kind](), "", "search."),
		"guarantee.Advice":      by(set.Texts[guarantee.Advice](), "advice.", "advice."),
		"guarantee.Code":        by(set.Texts[guarantee.Code](), "claim.point.", ""),
		"guarantee.Side":        by(set.Texts[guarantee.Side](), "claim.", "claim."),
		"guarantee.Whose":       by(set.Texts[guarantee.Whose](), "", "whose."),
		"outcomes.MarkKind":     unsaid(set.Texts[outcomes.MarkKind]()), // its text says it
		"outcomes.By":           by(set.Texts[outcomes.By](), "", "outcome.by."),
		"planting.Base":         unsaid(set.Texts[planting.Base]()), // an input of the calculator alone
		"order.Counted":         by(set.Texts[order.Counted](), "quantity.", ""),
		"order.Material":        by(set.Texts[order.Material](), "quantity.", ""),
		"order.Sold":            by(set.Texts[order.Sold](), "sold.", "sold."),
		"planting.Berm":         by(set.Texts[planting.Berm](), "school.berm.", ""),
		"planting.Caution":      by(set.Texts[planting.Caution](), "caution.", ""),
		"planting.ConflictCode": by(set.Texts[planting.ConflictCode](), "conflict.", ""),
		"planting.FlareSchool":  by(set.Texts[planting.FlareSchool](), "school.flare.", ""),
		"sheets.ItemState":      unsaid(set.Texts[sheets.ItemState]()), // where it stands on the page says it
		"station.Column":        by(set.Texts[station.Column](), "", "station.column."),
		"station.RowFault":      by(set.Texts[station.RowFault](), "", "station.row."),
		"station.Unit":          by(set.Texts[station.Unit](), "", "station.unit."),
		"survey.How":            by(set.Texts[survey.How](), "", "survey.how."),
		"survey.Kind":           by(set.Texts[survey.Kind](), "survey.kind.", "survey.kind."),
		"survey.Pattern":        by(set.Texts[survey.Pattern](), "", "setout.pattern."),
		"survey.Leaves":         by(set.Texts[survey.Leaves](), "", "survey.leaves."),
		"survey.North":          by(set.Texts[survey.North](), "", "survey.north."),
		"survey.Side":           by(set.Texts[survey.Side](), "", "survey.side."),
		"planting.Ground":       by(set.Texts[planting.Ground](), "", "plan.ground."),
		"planting.Habit":        unsaid(set.Texts[planting.Habit]()), // decides the litres, is not told
		"planting.Need":         by(set.Texts[planting.Need](), "need.", ""),
		"planting.Refusal":      by(set.Texts[planting.Refusal](), "refused.", ""),
		"planting.Shape":        by(set.Texts[planting.Shape](), "school.shape.", ""),
		"planting.WidthSchool":  by(set.Texts[planting.WidthSchool](), "school.width.", ""),
		"planting.Stop":         by(append(set.Texts[planting.Stop](), happens()...), "stop.", ""),
		"planting.StakeKind":    by(set.Texts[planting.StakeKind](), "step.stake.", "", "none"),
		"planting.StakeReason":  unsaid(set.Texts[planting.StakeReason]()),
		"planting.Staking":      by(set.Texts[planting.Staking](), "school.stake.", ""),
		"planting.StepCode":     by(set.Texts[planting.StepCode](), "step.", "", "window"),
		"planting.TroubleCode":  by(set.Texts[planting.TroubleCode](), "trouble.", ""),
		"planting.WindowReason": by(set.Texts[planting.WindowReason](), "window.reason.", ""),
		"planting.WindowStatus": by(set.Texts[planting.WindowStatus](), "window.", ""),
		"roles.Role":            by(set.Texts[roles.Role](), "", "role."),
		"rules.Key":             by(set.Texts[rules.Key](), "rule.why.", ""),
		"rules.Step":            by(set.Texts[rules.Step](), "school.why.", ""),
		"sampling.Decision":     by(set.Texts[sampling.Decision](), "sample.answer.", ""),
		"sampling.Strictness":   by(set.Texts[sampling.Strictness](), "strictness.", ""),
		"stock.Assumable":       by(set.Texts[stock.Assumable](), "", "assumed."),
		"stock.AlarmKind":       by(set.Texts[stock.AlarmKind](), "message.clock-", ""),
		"stock.BottomRoots":     by(set.Texts[stock.BottomRoots](), "", "below.bottom_roots."),
		"stock.Buds":            by(set.Texts[stock.Buds](), "", "bare.buds."),
		"stock.ClockAlarm":      by(set.Texts[stock.ClockAlarm](), "clock.alarm.", ""),
		"stock.ClockStatus":     by(set.Texts[stock.ClockStatus](), "clock.status.", ""),
		"stock.Cloth":           by(set.Texts[stock.Cloth](), "", "ball.cloth."),
		"stock.Confidence":      by(set.Texts[stock.Confidence](), "flare.confidence.", "", "seen"),
		"stock.Correction":      by(set.Texts[stock.Correction](), "work.", ""),
		"stock.Cover":           by(set.Texts[stock.Cover](), "clock.cover.", "cover."),
		"stock.FlareAction":     by(set.Texts[stock.FlareAction](), "reason.flare.", "", "none"),
		"station.Filled":        by(set.Texts[station.Filled](), "", "water.filled."),
		"trouble.Cause":         by(set.Texts[trouble.Cause](), "cause.name.", ""),
		"trouble.Effort":        by(set.Texts[trouble.Effort](), "", "trouble.effort."),
		"trouble.Place":         by(set.Texts[trouble.Place](), "", "trouble.place."),
		"trouble.Wait":          by(set.Texts[trouble.Wait](), "cause.wait.", ""),
		"visit.Alive":           by(set.Texts[visit.Alive](), "", "visit.alive."),
		"visit.Damage":          by(set.Texts[visit.Damage](), "", "visit.damage."),
		"visit.Flare":           by(set.Texts[visit.Flare](), "", "visit.flare."),
		"visit.Grass":           by(set.Texts[visit.Grass](), "", "visit.grass."),
		"visit.Growth":          by(set.Texts[visit.Growth](), "", "visit.growth."),
		"visit.Guard":           by(set.Texts[visit.Guard](), "", "visit.guard."),
		"visit.Leaves":          by(set.Texts[visit.Leaves](), "", "visit.leaves."),
		"visit.Mulch":           by(set.Texts[visit.Mulch](), "", "visit.mulch."),
		"visit.Says":            by(set.Texts[visit.Says](), "", "visit.says."),
		"visit.Stake":           by(set.Texts[visit.Stake](), "", "visit.stake."),
		"visit.Tie":             by(set.Texts[visit.Tie](), "", "visit.tie."),
		"visit.Wants":           by(set.Texts[visit.Wants](), "visit.wants.", ""),
		"visits.Shows":          by(set.Texts[visits.Shows](), "", "visit.shows."),
		"week.Section":          by(set.Texts[week.Section](), "", "week."),
		"water.Advice":          by(set.Texts[water.Advice](), "water.says.", "water.advice."),
		"water.Way":             by(set.Texts[water.Way](), "", "water.way."),
		"water.Felt":            by(set.Texts[water.Felt](), "", "soil.felt."),
		"water.Ground":          unsaid(set.Texts[water.Ground]()), // an input of the calculator alone
		"water.Leaf":            by(set.Texts[water.Leaf](), "", "water.leaf."),
		"stock.FlareClass":      unsaid(set.Texts[stock.FlareClass]()),
		"stock.FlareStatus":     by(set.Texts[stock.FlareStatus](), "flare.", ""),
		"stock.Foliage":         unsaid(set.Texts[stock.Foliage]()),
		"stock.Form":            by(set.Texts[stock.Form](), "", "form."),
		"stock.GardenSoil":      by(set.Texts[stock.GardenSoil](), "", "ball.garden_soil."),
		"stock.Habit":           unsaid(set.Texts[stock.Habit]()),
		"stock.Handling":        by(set.Texts[stock.Handling](), "handling.", ""),
		"stock.Lifters":         unsaid(set.Texts[stock.Lifters]()),
		"stock.LotDecision":     by(set.Texts[stock.LotDecision](), "", "lot.decision."),
		"stock.ManyDeed":        by(set.Texts[stock.ManyDeed](), "", "many."),
		"stock.Medium":          by(set.Texts[stock.Medium](), "", "medium."),
		"stock.Moisture":        by(set.Texts[stock.Moisture](), "", "below.moisture."),
		"stock.Odour":           by(set.Texts[stock.Odour](), "", "below.odour."),
		"stock.Origin":          unsaid(set.Texts[stock.Origin]()),
		"stock.Packing":         by(set.Texts[stock.Packing](), "", "packing."),
		"stock.Part":            unsaid(set.Texts[stock.Part]()), // said with its causes, below
		"stock.Pot":             by(set.Texts[stock.Pot](), "", "pot.", "plug"),
		"stock.PotTop":          by(set.Texts[stock.PotTop](), "", "below.pot_top."),
		"stock.Propagation":     by(set.Texts[stock.Propagation](), "", "propagation."),
		"stock.RootClass":       by(set.Texts[stock.RootClass](), "", "class."),
		"stock.RootMoisture":    by(set.Texts[stock.RootMoisture](), "", "bare.moisture."),
		"stock.RootSchool":      by(set.Texts[stock.RootSchool](), "school.roots.", ""),
		"stock.Season":          by(set.Texts[stock.Season](), "season.", ""),
		"stock.Sensitivity":     by(set.Texts[stock.Sensitivity](), "", "sensitivity."),
		"stock.SideTreatment":   by(set.Texts[stock.SideTreatment](), "work.", "", "none"),
		"stock.Size":            by(set.Texts[stock.Size](), "", "size.bare-root."),
		"stock.WhyLeft":         by(set.Texts[stock.WhyLeft](), "", "many.left."),
		"stock.Sizing":          unsaid(set.Texts[stock.Sizing]()),
		"stock.Soundness":       by(set.Texts[stock.Soundness](), "", "ball.soundness."),
		"stock.State":           by(set.Texts[stock.State](), "state.", "state."),
		"stock.Stub":            by(set.Texts[stock.Stub](), "", "bare.stub."),
		"stock.Texture":         by(set.Texts[stock.Texture](), "", "below.texture."),
		"stock.TrimSchool":      by(set.Texts[stock.TrimSchool](), "", "hole.school."),
		"stock.Verdict":         by(set.Texts[stock.Verdict](), "verdict.", ""),
		"stock.Zone":            by(set.Texts[stock.Zone](), "", "zone."),
		"words.Language":        by(set.Texts[words.Language](), "", "language."),
		"words.Units":           by(set.Texts[words.Units](), "", "units."),
		"yard.Damage":           by(set.Texts[yard.Damage](), "damage.", "journey.damage."),
		"yard.Odd":              by(set.Texts[yard.Odd](), "stocktake.odd.", ""),
		"yard.Damp":             by(set.Texts[yard.Damp](), "damp.", "felt."),
		"yard.Journey":          by(set.Texts[yard.Journey](), "", "journey."),
		"yard.Mending":          by(set.Texts[yard.Mending](), "repair.", ""),
		"yard.Place":            by(set.Texts[yard.Place](), "standing.", ""),
		"yard.Unit":             by(set.Texts[yard.Unit](), "", "measures.unit."),
		"yard.Vessel":           by(set.Texts[yard.Vessel](), "", "measures.kind."),
		"yard.Water":            by(set.Texts[yard.Water](), "soak.water.", "soak.into."),
	}
}

// Every word of every closed set has its sentence in every language, on the server and in the page, wherever it is said.
func TestEveryWordOfEverySetHasItsSentence(t *testing.T) {
	page := messages(t, "../ui/src/words/en-US.json")
	for name, s := range sets() {
		assert.NotEmpty(t, s.words, name)
		for _, word := range s.words {
			if strings.Contains(s.except, " "+word+" ") {
				continue
			}
			for _, language := range set.All[words.Language]() {
				assert.True(t, s.server == "" || words.In(language, words.Metric).Knows(s.server+word), "%s of %s in %s", s.server+word, name, language)
			}
			assert.True(t, s.page == "" || page[s.page+word] != "", "%s of %s on the page", s.page+word, name)
		}
	}
	for part, causes := range stock.Causes() {
		for cause := range causes {
			id := "reason." + stock.Reason{Part: part, Code: cause}.Name()
			assert.True(t, words.For("", words.Metric).Knows(id), id)
			found := "found." + stock.Reason{Part: part, Code: cause}.Name()
			assert.True(t, words.For("", words.Metric).Knows(found), "%s: what a grower is told, without orders for our own hands", found)
		}
	}
	for part, found := range stock.AboveChoices() {
		for _, each := range found {
			assert.NotEmpty(t, page["above."+string(part)+"."+string(each)], "%s, %s on the page", part, each)
		}
	}
}

// happens are the codes of what comes of what somebody signed for.
func happens() (out []string) {
	for _, stop := range set.Texts[planting.Stop]() {
		out = append(out, stop+".happens")
	}
	return out
}

// A set that is declared anywhere is known here.
func TestNoSetIsForgotten(t *testing.T) {
	known, found := sets(), 0
	for _, folder := range []string{"../core", "../app", "../words", "../kernel"} {
		require.NoError(t, filepath.WalkDir(folder, func(path string, d fs.DirEntry, err error) error {
			if err != nil || !strings.HasSuffix(path, ".go") || strings.HasSuffix(path, "_test.go") {
				return err
			}
			file, err := parser.ParseFile(token.NewFileSet(), path, nil, parser.SkipObjectResolution)
			if err != nil {
				return err
			}
			for _, declared := range file.Decls {
				f, ok := declared.(*ast.FuncDecl)
				if !ok || f.Name.Name != "All" || f.Recv == nil {
					continue
				}
				name := file.Name.Name + "." + f.Recv.List[0].Type.(*ast.Ident).Name
				_, named := known[name]
				assert.True(t, named || name == "stock.Cause", "%s of %s has no sentences", name, path)
				found++
			}
			return nil
		}))
	}
	assert.Greater(t, found, 80)
}
