package app_test

import (
	"fmt"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

type matched struct {
	Kinds []struct {
		Tag, Common, Mark, Word, Limiting, Remedy string
		Overall                                   float64
		RemedyTo                                  *float64 `json:"remedy_overall"`
		Factors                                   []struct {
			Factor, Word, Text string
			Value              *float64
			Excludes           bool
		}
		Against []struct{ Text string }
		Unknown []string
		Sizes   []struct{ Year int }
	}
}

func (p person) spotOf(h house, customer string) string {
	p.t.Helper()
	var list struct {
		Spots []struct{ ID, Customer string }
	}
	h.as(p.t, "bram").get("/api/v1/spots", &list)
	for _, s := range list.Spots {
		if s.Customer == customer {
			return s.ID
		}
	}
	p.t.Fatalf("no spot of %s", customer)
	return ""
}

// The trees that are for sale, held against one spot: the best first, what is excluded last, each mark with its word, each factor with
// the two figures that it compares, and what nobody knows named as unknown and never as a pass.
func TestAMatchSaysWhyInBothLanguagesOfUnits(t *testing.T) {
	h := open(t)
	p := h.as(t, "bram")
	marks := map[string]bool{}
	for _, customer := range []string{"Petra Averill", "Caspar Lund", "Dorian Pell", "Maud Ferriter"} {
		var m matched
		p.get("/api/v1/spots/"+p.spotOf(h, customer)+"/match", &m)
		require.NotEmpty(t, m.Kinds, customer)
		before, excluded := 1.0, false
		for _, c := range m.Kinds {
			marks[c.Mark] = true
			assert.NotEmpty(t, c.Word)
			if c.Mark == "excluded" {
				excluded = true
				assert.NotEmpty(t, c.Against, "%s is excluded by nothing", c.Tag)
				continue
			}
			assert.False(t, excluded, "what is excluded comes last")
			assert.LessOrEqual(t, c.Overall, before+1e-9, "the best first")
			before = c.Overall
			switch c.Mark {
			case "well":
				assert.GreaterOrEqual(t, c.Overall, 0.7-1e-9)
			case "fair":
				assert.True(t, c.Overall >= 0.4-1e-9 && c.Overall < 0.7, "%g", c.Overall)
			default:
				assert.Less(t, c.Overall, 0.4)
			}
			unknown := 0
			for _, f := range c.Factors {
				assert.NotEmpty(t, f.Text, f.Factor)
				assert.NotContains(t, f.Text, "{{")
				if f.Value == nil {
					unknown++
				} else {
					assert.True(t, *f.Value >= 0 && *f.Value <= 1, f.Factor)
				}
			}
			assert.Len(t, c.Unknown, unknown)
			if c.Remedy != "" {
				require.NotNil(t, c.RemedyTo)
				assert.Greater(t, *c.RemedyTo, c.Overall, "a remedy makes it better")
				assert.Contains(t, c.Remedy, fmt.Sprintf("%.2f", *c.RemedyTo))
			}
		}
	}
	assert.Greater(t, len(marks), 1, "the demo shows more than one mark: %v", marks)
	path := "/api/v1/spots/" + p.spotOf(h, "Petra Averill") + "/match"
	_, metric := p.send("GET", path, nil, "Sedum-Units", "metric")
	_, us := p.send("GET", path, nil, "Sedum-Units", "us")
	assert.Contains(t, metric, "°C")
	assert.NotContains(t, metric, "°F")
	assert.Contains(t, us, "°F")
	assert.NotContains(t, us, "°C")
}

// The sheet's files say the same in the language and the units that are asked for; else in those it was issued in.
func TestTheFilesOfASheet(t *testing.T) {
	h := open(t)
	p := h.as(t, "bram")
	read := func(query string) string {
		status, pdf := p.send("GET", "/api/v1/sheets/1/sheet.pdf"+query, nil)
		require.Equal(t, 200, status)
		require.True(t, strings.HasPrefix(pdf, "%PDF-"))
		return poppler(t, []byte(pdf), "pdftotext", "-layout")
	}
	own := read("")
	assert.Contains(t, own, "25 mm")
	assert.Contains(t, read("?units=us"), " in ")
	assert.NotContains(t, read("?units=us"), " mm ")
	assert.Contains(t, read("?language=en-GB"), time.Now().UTC().Format("January 2006"))
	for _, size := range []string{"a4", "letter"} {
		status, pdf := p.send("GET", "/api/v1/sheets/1/sheet.pdf?paper="+size, nil)
		require.Equal(t, 200, status)
		info := poppler(t, []byte(pdf), "pdfinfo")
		assert.Contains(t, info, "Pages:           2")
		want := map[string]string{"a4": "595", "letter": "612 x 792"}[size]
		assert.Contains(t, info, want)
	}
	status, calendar := p.send("GET", "/api/v1/sheets/1/care.ics", nil)
	require.Equal(t, 200, status)
	assert.True(t, strings.HasPrefix(calendar, "BEGIN:VCALENDAR\r\n"))
	assert.Equal(t, strings.Count(calendar, "BEGIN:VEVENT"), strings.Count(calendar, "END:VEVENT"))
	assert.Greater(t, strings.Count(calendar, "BEGIN:VEVENT"), 5)
	for _, line := range strings.Split(calendar, "\r\n") {
		assert.LessOrEqual(t, len(line), 75, "RFC 5545: lines are folded")
	}
	status, _ = p.send("GET", "/api/v1/sheets/999/sheet.pdf", nil)
	assert.Equal(t, 404, status)
	status, _ = h.nobody(t).send("GET", "/api/v1/sheets/1/sheet.pdf", nil)
	assert.Equal(t, 401, status)
}
