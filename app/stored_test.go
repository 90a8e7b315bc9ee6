package app_test

import (
	"bytes"
	"context"
	"encoding/json"
	"go/ast"
	"go/parser"
	"go/token"
	"io/fs"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/app/apptest"
	"sedum/app/catalogue"
	"sedum/app/copies"
	"sedum/app/growers"
	"sedum/app/lots"
	"sedum/app/outcomes"
	"sedum/app/sheets"
	"sedum/app/stations"
	"sedum/app/trials"
	"sedum/core/arrival"
	"sedum/core/climate"
	"sedum/core/ground"
	"sedum/core/guarantee"
	"sedum/core/rules"
	"sedum/core/sampling"
	"sedum/core/station"
	"sedum/core/stock"
	"sedum/core/survey"
	"sedum/core/trial"
	"sedum/core/trouble"
	"sedum/core/visit"
	coreyard "sedum/core/yard"
	"sedum/demo"
	"sedum/kernel"
)

// stored are the documents that records keep whole, by record and field: where each lies, and what it is read into.
var stored = map[string]struct {
	table, column string
	into          func() any
}{
	"arrivals.Note.How":            {"delivery_notes", "how", func() any { return &arrival.How{} }},
	"bench.Check.Assessment":       {"checks", "assessment", func() any { return &stock.Assessment{} }},
	"bench.Check.Readings":         {"checks", "readings", func() any { return &stock.Readings{} }},
	"bench.Check.Subject":          {"checks", "subject", func() any { return &stock.Subject{} }},
	"catalogue.Kind.Facts":         {"kinds", "facts", func() any { return &catalogue.Facts{} }},
	"clock.Dip.Input":              {"gel_dips", "input", func() any { return &stock.GelDipInput{} }},
	"clock.Dip.Result":             {"gel_dips", "result", func() any { return &stock.GelDipResult{} }},
	"copies.Telling.Ground":        {"tellings", "ground", func() any { return &copies.ToldGround{} }},
	"ground.DrainageTest.Readings": {"drainage_tests", "readings", func() any { return &[]ground.Reading{} }},
	"ground.SitePlan.Plan":         {"site_plans", "plan", func() any { return &survey.Plan{} }},
	"ground.Site.Climate":          {"sites", "climate", func() any { return &climate.Facts{} }},
	"ground.Spot.Ground":           {"spots", "ground", func() any { return &ground.Facts{} }},
	"growers.Note.Content":         {"grower_notes", "content", func() any { return &growers.Content{} }},
	"labels.job.Tags":              {"print_jobs", "tags", func() any { return &[]string{} }},
	"claims.Claim.Frozen":          {"guarantee_claims", "frozen", func() any { return &[]guarantee.Point{} }},
	"outcomes.Count.Counted":       {"outcome_counts", "counted", func() any { return &outcomes.Counted{} }},
	"outcomes.Count.Brief":         {"outcome_counts", "brief", func() any { return &outcomes.Counted{} }},
	"planted.Groups.Schools":       {"planted_groups", "schools", func() any { return &map[string]string{} }},
	"messages.Message.Facts":       {"messages", "facts", func() any { return &map[string]string{} }},
	"rules.kept.Whole":             {"houses", "whole", func() any { return &rules.Whole{} }},
	"sheets.BatchItem.Ask":         {"sheet_batch_items", "ask", func() any { return &sheets.Issue{} }},
	"sheets.BatchItem.Reason":      {"sheet_batch_items", "reason", func() any { return &kernel.Reason{} }},
	"sheets.Sheet.Content":         {"sheets", "content", func() any { return &sheets.Content{} }},
	"stations.Forecast.Days":       {"forecasts", "days", func() any { return &[]station.ForecastDay{} }},
	"stations.Record.How":          {"station_records", "how", func() any { return &station.How{} }},
	"stations.Record.Scan":         {"station_records", "scan", func() any { return &stations.Scan{} }},
	"stations.Record.Top":          {"station_records", "top", func() any { return &[][]string{} }},
	"stations.Station.Summary":     {"stations", "summary", func() any { return &station.Summary{} }},
	"stocktake.Stocktake.Lots":     {"stocktakes", "lots", func() any { return &[]int{} }},
	"stocktake.Stocktake.Result":   {"stocktakes", "result", func() any { return &coreyard.Stocktake{} }},
	"trials.Told.Told":             {"trial_looks", "told", func() any { return &trial.Look{} }},
	"trials.Trial.Looks":           {"trials", "looks", func() any { return &[]string{} }},
	"trials.Trial.Signed":          {"trials", "signed", func() any { return &trials.Signed{} }},
	"troubles.Trouble.Odds":        {"troubles", "odds", func() any { return &[]trouble.Changed{} }},
	"troubles.Trouble.Seen":        {"troubles", "seen", func() any { return &trouble.Seen{} }},
	"troubles.Trouble.Weighed":     {"troubles", "weighed", func() any { return &[]trouble.Weighed{} }},
	"visits.Visit.Facts":           {"visits", "facts", func() any { return &visit.Facts{} }},
	"yard.Sample.Drawn":            {"samples", "drawn", func() any { return &[]int{} }},
	"yard.Sample.Looks":            {"samples", "looks", func() any { return &[]sampling.Look{} }},
}

// A document that was kept by an earlier program is read whole by this one: no field of it is unknown, none is lost, none changes its
// value. SEDUM_PIN=1 keeps a document of each kind as the demo has it now; one that is there already is never kept anew.
func TestWhatWasKeptIsReadWhole(t *testing.T) {
	for name, doc := range stored {
		file := filepath.Join("testdata", "stored", name+".json")
		if _, err := os.Stat(file); os.Getenv("SEDUM_PIN") != "" && os.IsNotExist(err) {
			pin(t, file, doc.table, doc.column)
		}
		text, err := os.ReadFile(file)
		require.NoError(t, err, "no document of %s is pinned", name)
		into := doc.into()
		strict := json.NewDecoder(bytes.NewReader(text))
		strict.DisallowUnknownFields()
		require.NoError(t, strict.Decode(into), name)
		again, err := json.Marshal(into)
		require.NoError(t, err)
		var was, is any
		require.NoError(t, json.Unmarshal(text, &was))
		require.NoError(t, json.Unmarshal(again, &is))
		assertHolds(t, name, was, is)
	}
}

// assertHolds holds that everything of one document is in another; what came to it since may be there too.
func assertHolds(t *testing.T, at string, was, is any) {
	t.Helper()
	switch was := was.(type) {
	case map[string]any:
		now, ok := is.(map[string]any)
		require.True(t, ok, "%s is no object any more", at)
		for field, value := range was {
			assertHolds(t, at+"."+field, value, now[field])
		}
	case []any:
		now, ok := is.([]any)
		require.True(t, ok && len(now) == len(was), "%s is another list", at)
		for i, value := range was {
			assertHolds(t, at, value, now[i])
		}
	default:
		assert.Equal(t, was, is, at)
	}
}

// pin keeps the fullest document of the demo.
func pin(t *testing.T, file, table, column string) {
	w := apptest.Open(t)
	w.Deed(w.Hand, "draw-sample", apptest.ByNumber(15), lots.NewDraw{Looks: 2})
	tree, spot := w.TreeIn(stock.ForSale), w.SpotOf("Petra Averill").ID
	asked := sheets.Issue{TreeVersion: tree.Version, Units: "metric", Language: "en-US", PlanAsk: sheets.PlanAsk{Tag: tree.Tag, SpotID: spot, PlantingOn: "2026-12-25"}}
	w.Deed(w.Advisor, "issue-batch", apptest.ByID(spot), sheets.NewBatch{Sheets: []sheets.Issue{asked}})
	if column == "reason" {
		w.Job("sheet-batches")
	}
	require.NoError(t, demo.LoadPlanted(context.Background(), w.Kernel))
	var text string
	require.NoError(t, w.Tx(func(tx *kernel.Tx) (err error) {
		text, err = kernel.Value[string](tx, "SELECT "+column+" FROM "+table+" ORDER BY CHAR_LENGTH("+column+") DESC LIMIT 1")
		return err
	}), table)
	var out bytes.Buffer
	require.NoError(t, json.Indent(&out, []byte(text), "", " "), table)
	require.NoError(t, os.WriteFile(file, append(out.Bytes(), '\n'), 0o644))
}

// Every record's document is among them.
func TestEveryStoredDocumentIsPinned(t *testing.T) {
	found := 0
	require.NoError(t, filepath.WalkDir(".", func(path string, d fs.DirEntry, err error) error {
		if err != nil || !strings.HasSuffix(path, ".go") || strings.HasSuffix(path, "_test.go") {
			return err
		}
		file, err := parser.ParseFile(token.NewFileSet(), path, nil, parser.SkipObjectResolution)
		if err != nil {
			return err
		}
		for _, declared := range file.Decls {
			types, ok := declared.(*ast.GenDecl)
			if !ok || types.Tok != token.TYPE {
				continue
			}
			for _, spec := range types.Specs {
				record := spec.(*ast.TypeSpec)
				fields, ok := record.Type.(*ast.StructType)
				if !ok || record.TypeParams != nil {
					continue
				}
				for _, f := range fields.Fields.List {
					if first := fields.Fields.List[0].Names; len(first) == 0 || (first[0].Name != "ID" && !slices.Contains([]string{"TrialID", "Digest", "PlantedID", "Name"}, first[0].Name)) {
						break // what is read out of a record, not the record
					}
					if f.Tag == nil || !strings.Contains(f.Tag.Value, "serializer:json") {
						continue
					}
					name := file.Name.Name + "." + record.Name.Name + "." + f.Names[0].Name
					assert.Contains(t, stored, name, path)
					found++
				}
			}
		}
		return nil
	}))
	assert.Equal(t, len(stored), found, "no name stands there that no record has")
}
