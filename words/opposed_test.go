package words_test

import (
	"encoding/json"
	"os"
	"regexp"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"sedum/core/care"
	"sedum/core/planting"
	"sedum/internal/plantingtest"
	"sedum/words"
)

// claims says of every sentence of a plan what it claims of which subject, as a reader takes it, and what it needs: a sentence that must be
// told too, or it speaks of what is not there; or except, of what the sentence says itself to be the exception from. Two sentences oppose each other when they claim different things of one subject.
func claims(t require.TestingT) map[string]map[string]string {
	raw, err := os.ReadFile("testdata/claims.json")
	require.NoError(t, err)
	var out map[string]map[string]string
	require.NoError(t, json.Unmarshal(raw, &out))
	return out
}

// ofAPlan are the sentences that tell somebody what to do; why, and what locks them, claims nothing.
var ofAPlan = regexp.MustCompile(`^(step|caution|care|trouble)\.`)

// No sentence of a plan is forgotten by the table, and none stands there that is not told.
func TestEverySentenceOfAPlanHasItsClaims(t *testing.T) {
	raw, err := os.ReadFile("messages/en-US.json")
	require.NoError(t, err)
	var messages map[string]any
	require.NoError(t, json.Unmarshal(raw, &messages))
	table := claims(t)
	for id := range messages {
		if ofAPlan.MatchString(id) && !strings.Contains(id, ".why") && id != "step.locked" && id != "step.window.no" {
			assert.True(t, has(table, id), id)
		}
	}
	for id, of := range table {
		assert.True(t, has(messages, id), id)
		if need := of["needs"]; need != "" {
			assert.True(t, has(table, need), id)
		}
	}
}

// told is a sentence of a plan with its day.
type told struct {
	id string
	on time.Time
}

// sentences are what a plan tells to do: its steps with their cautions, its troubles, and its care.
func sentences(s words.Speaker, in planting.Input, p planting.Plan, events []care.Event) []told {
	out := []told{}
	add := func(id, choice string, on time.Time) {
		if choice != "" && s.Knows(id+"."+choice) {
			id += "." + choice
		}
		out = append(out, told{id, on})
	}
	for _, step := range p.Steps {
		for _, c := range step.Cautions {
			add("caution."+string(c), "", time.Time{})
		}
		if !step.Locked {
			add("step."+string(step.Code), step.Choice, time.Time{})
		}
	}
	for _, each := range p.Troubles {
		add("trouble."+string(each.Code), "", time.Time{})
	}
	for _, e := range events {
		add("care."+string(e.Code), "", e.Date)
	}
	if len(events) > 0 {
		add("care.finger", string(in.Tree.Form), time.Time{})
		add(map[bool]string{false: "care.box.ring", true: "care.box.by-hand"}[care.BoxOf(p, events).ByHand], string(in.Tree.Form), time.Time{})
	}
	return out
}

// mulchAtTheTrunk is the one subject of which the claim changes with the days: the winter cover is the one time mulch touches the trunk.
const mulchAtTheTrunk = "mulch at the trunk"

// Over generated plans of every form, soil, slope, day and school: no two sentences oppose each other, and none speaks of what is not there.
func TestNoTwoSentencesOfAPlanOpposeEachOther(t *testing.T) {
	table, s := claims(t), words.For("en-US", words.Metric)
	rapid.Check(t, func(t *rapid.T) {
		house, in, p := plantingtest.Plan(t)
		if p.Refused != "" || p.Locked {
			return
		}
		planted := time.Date(2027, 1, 1, 0, 0, 0, 0, time.UTC).AddDate(0, 0, in.Today.DayOfYear-1)
		list := sentences(s, in, p, care.Calendar(care.FactsOf(house, planted, in, p)))
		claimed := map[string]told{}
		covered := false
		for _, each := range list {
			of, known := table[each.id]
			require.True(t, known, each.id)
			for subject, claim := range of {
				switch {
				case subject == "except": // it names itself what it is an exception from
				case subject == "needs":
					need := claim
					require.True(t, anyTold(list, func(id string) bool { return id == need || strings.HasPrefix(id, need+".") }), "%s needs %s", each.id, need)
				case subject == mulchAtTheTrunk:
					switch each.id {
					case "care.winter-cover":
						covered = true
					default:
						require.Equal(t, covered, claim != "none", "%s on %s, while the winter cover lies: %v", each.id, each.on.Format(time.DateOnly), covered)
					}
				default:
					// What is said of one day of the year for several years is one season.
					if before, twice := claimed[subject]; twice && (each.on.IsZero() || before.on.Format("01-02") != each.on.Format("01-02")) {
						require.Equal(t, table[before.id][subject], claim, "%s: %s and %s oppose each other", subject, before.id, each.id)
					}
					claimed[subject] = each
				}
			}
			if each.id == "care.cover-off" {
				covered = false
			}
		}
	})
}

func anyTold(list []told, is func(id string) bool) bool {
	for _, each := range list {
		if is(each.id) {
			return true
		}
	}
	return false
}

func has[V any](table map[string]V, id string) bool { _, is := table[id]; return is }
