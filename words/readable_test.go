package words_test

import (
	"regexp"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"sedum/core/care"
	"sedum/internal/plantingtest"
	"sedum/words"
)

// ofTheTrade are words that a customer does not know, and that no picture on the sheet explains. "Root flare" is drawn and named there;
// "flare" alone is not.
var ofTheTrade = regexp.MustCompile(`(?i)\b(proud|grade|plumb|berm|backfill|basin|caliper|girdl\w*|in thirds|rival|leader|windward|leeward|spoil|medium|feathered|slenderness|heel(ed)? (the roots )?in|scaffold|friable|tilth|subsoil|sod|amend\w*|inoculant|container stock|B&B|taproot|deciduous)\b`)

var bareFlare = regexp.MustCompile(`(?i)(^|[^t] |[^o]t )flare`)

// onTheSheet is all that a customer reads on the two pages, one sentence each.
func onTheSheet(w words.PlanWords) []string {
	out := []string{w.Headline}
	for _, h := range w.Sheet.Hurts {
		out = append(out, h.Title, h.Text)
	}
	for _, p := range w.Sheet.Panels {
		out = append(append(out, p.Cautions...), append([]string{p.Figure}, p.Texts...)...)
	}
	for _, o := range w.Sheet.Odd {
		out = append(out, o.Sign, o.Do)
	}
	for _, o := range w.Sheet.Off {
		out = append(out, o.What)
	}
	for _, r := range w.Sheet.Rows {
		out = append(out, r.While, r.Often)
	}
	for _, c := range w.Care {
		if !c.InBox {
			out = append(out, c.Text)
		}
	}
	out = append(append(append(out, w.Sheet.Kit...), w.Sheet.Until...), w.Sheet.Never...)
	return append(out, w.Sheet.Pour, w.Sheet.Where, w.Sheet.Finger, w.Sheet.Then)
}

// running are the sentences of the sheet: a heading or a thing on a list would make it look easier than it is.
func running(w words.PlanWords) []string {
	out := []string{w.Sheet.Where, w.Sheet.Finger, w.Sheet.Then}
	for _, h := range w.Sheet.Hurts {
		out = append(out, h.Text)
	}
	for _, p := range w.Sheet.Panels {
		out = append(append(out, p.Cautions...), p.Texts...)
	}
	for _, o := range w.Sheet.Odd {
		out = append(out, o.Do)
	}
	return append(out, w.Sheet.Until...)
}

var (
	endOfSentence = regexp.MustCompile(`[.!?:]+(\s|$)`)
	wordOf        = regexp.MustCompile(`\p{L}+`)
	vowels        = regexp.MustCompile(`[aeiouy]+`)
	consonantLE   = regexp.MustCompile(`[^aeiouy]le$`)
)

// syllables of an English word: its groups of vowels, without an e that is not said.
func syllables(word string) int {
	word = strings.ToLower(word)
	n := len(vowels.FindAllString(word, -1))
	if strings.HasSuffix(word, "e") && !consonantLE.MatchString(word) && n > 1 {
		n--
	}
	if strings.HasSuffix(word, "ed") && !strings.HasSuffix(word, "ted") && !strings.HasSuffix(word, "ded") && n > 1 {
		n--
	}
	return max(1, n)
}

// The count agrees with a dictionary on words of the sheet.
func TestSyllables(t *testing.T) {
	for word, n := range map[string]int{"tree": 1, "water": 2, "measure": 2, "table": 2, "mulch": 1, "above": 2, "together": 3, "little": 2, "tied": 1, "hole": 1, "photograph": 3} {
		assert.Equal(t, n, syllables(word), word)
	}
}

// counted are the sentences, words and syllables of a text.
func counted(said []string, syllables func(string) int) (sentences, count, parts float64) {
	for _, text := range said {
		for _, each := range endOfSentence.Split(text, -1) {
			list := wordOf.FindAllString(each, -1)
			if len(list) == 0 {
				continue
			}
			sentences++
			count += float64(len(list))
			for _, w := range list {
				parts += float64(syllables(w))
			}
		}
	}
	return sentences, count, parts
}

// schoolGrade is the Flesch-Kincaid grade of a text: 0.39 words a sentence + 11.8 syllables a word - 15.59.
func schoolGrade(said []string) float64 {
	sentences, count, parts := counted(said, syllables)
	return 0.39*count/sentences + 11.8*parts/count - 15.59
}

// enTrade are the Spanish words of the trade that a customer does not know.
var enTrade = regexp.MustCompile(`(?i)\b(alcorque|cepell[oó]n|sustrato|mulch|tutor(es)?|calibre|subsuelo|portainjerto|flecha|gu[ií]as?|barlovento|sotavento|esparavel|caducifoli\w*)\b`)

var (
	strong = "aeoáéó"
	weak   = "iuü"
	broken = "íú"
	// mute is the u that is not said.
	mute = regexp.MustCompile(`([qg])u([eéií])`)
)

// silabas of a Spanish word: each strong or stressed vowel is one, a weak vowel one only where it stands beside none.
func silabas(word string) int {
	letters := []rune(mute.ReplaceAllString(strings.ToLower(word), "$1$2"))
	vowel := func(i int, of string) bool { return i >= 0 && i < len(letters) && strings.ContainsRune(of, letters[i]) }
	n := 0
	for i, r := range letters {
		switch {
		case strings.ContainsRune(strong+broken, r):
			n++
		case strings.ContainsRune(weak, r):
			beside := vowel(i-1, strong) || vowel(i+1, strong)
			second := vowel(i-1, weak) && !vowel(i-2, strong)
			if !beside && !second {
				n++
			}
		}
	}
	return max(1, n)
}

// The count agrees with a dictionary on words of the sheet.
func TestSilabas(t *testing.T) {
	for word, n := range map[string]int{"árbol": 2, "tierra": 2, "raíz": 2, "cuello": 2, "agua": 2, "después": 2, "maceta": 3, "día": 2, "ahora": 3, "siguiente": 3, "quite": 2, "sol": 1, "riegue": 2, "acolchado": 4, "ciudad": 2} {
		assert.Equal(t, n, silabas(word), word)
	}
}

// grado is Crawford's grade of a Spanish text: -0.205 sentences + 0.049 syllables in a hundred words - 3.407.
func grado(said []string) float64 {
	sentences, count, parts := counted(said, silabas)
	return -0.205*sentences/(count/100) + 0.049*parts/(count/100) - 3.407
}

// The measure itself, worked by hand: five words, six syllables, one sentence.
func TestGrado(t *testing.T) {
	assert.InDelta(t, -0.205*20+0.049*120-3.407, grado([]string{"El sol da la planta."}), 1e-9)
}

// The Spanish sheet is read by the same people.
func TestASpanishSheetCanBeReadByWhoNeverPlanted(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		house, in, p := plantingtest.Plan(t)
		if p.Refused != "" {
			return
		}
		planted := time.Date(2027, 1, 1, 0, 0, 0, 0, time.UTC).AddDate(0, 0, in.Today.DayOfYear-1)
		w := words.In(words.Spanish, words.Metric).Plan(in, p, care.Calendar(care.FactsOf(house, planted, in, p)))
		for _, text := range onTheSheet(w) {
			require.NotRegexp(t, enTrade, text)
			require.NotRegexp(t, english, text)
			for _, each := range endOfSentence.Split(text, -1) {
				require.LessOrEqual(t, len(wordOf.FindAllString(each, -1)), 32, "one breath: %s", each)
			}
		}
		require.LessOrEqual(t, grado(running(w)), 7.0)
	})
}

// english are words that no Spanish sentence has.
var english = regexp.MustCompile(`(?i)\b(the|and|with|of|water|tree|roots?|soil|your|from|when|until)\b`)

// The measure itself: an easy and a hard text, with grades worked out by hand from their counts.
func TestSchoolGrade(t *testing.T) {
	assert.InDelta(t, 0.39*6+11.8*1-15.59, schoolGrade([]string{"The cat sat on the mat."}), 1e-9)
	assert.Greater(t, schoolGrade([]string{"Immediate irrigation following transplantation substantially ameliorates establishment difficulties."}), 20.0)
}

// Whoever has never planted can read the sheet: at most seventh grade over all of it and no sentence that is a wall, and no word of the
// trade that no picture explains. Of every form, soil, slope, season and school.
func TestASheetCanBeReadByWhoNeverPlanted(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		house, in, p := plantingtest.Plan(t)
		if p.Refused != "" {
			return
		}
		planted := time.Date(2027, 1, 1, 0, 0, 0, 0, time.UTC).AddDate(0, 0, in.Today.DayOfYear-1)
		for _, language := range []words.Language{words.American, words.British} {
			w := words.In(language, words.Metric).Plan(in, p, care.Calendar(care.FactsOf(house, planted, in, p)))
			said := onTheSheet(w)
			for _, text := range said {
				require.NotRegexp(t, ofTheTrade, text)
				require.NotRegexp(t, bareFlare, text)
				for _, each := range endOfSentence.Split(text, -1) {
					require.LessOrEqual(t, len(wordOf.FindAllString(each, -1)), 30, "one breath: %s", each)
				}
			}
			require.LessOrEqual(t, schoolGrade(running(w)), 7.0)
		}
	})
}

// Every picture of a plan has a figure over it and says something, and every step that is done stands in one.
func TestEveryStepStandsInAPicture(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		_, in, p := plantingtest.Plan(t)
		if p.Refused != "" {
			return
		}
		w := words.In(words.American, words.Metric).Plan(in, p, nil)
		shown, at := map[int]bool{}, -1
		panels := p.Panels()
		require.Len(t, w.Sheet.Panels, len(panels))
		for i, panel := range panels {
			require.NotEmpty(t, w.Sheet.Panels[i].Figure, "%s: %v", panel.Code, panel.Steps)
			require.Len(t, w.Sheet.Panels[i].Texts, len(panel.Steps))
			for _, s := range panel.Steps {
				require.Greater(t, s, at, "in the order of the steps")
				at = s
				shown[s] = true
			}
		}
		for i, s := range p.Steps {
			require.NotEqual(t, shown[i], s.BeforeBegun(), s.Code)
		}
		require.LessOrEqual(t, len(panels), 17)
	})
}

// The card of a tree that goes home without a survey is read by the same people.
func TestTheTakeHomeCardCanBeRead(t *testing.T) {
	s := words.In(words.American, words.Metric)
	said := []string{}
	for _, id := range []string{"sub", "first.text", "dig", "dig.text", "deep", "wide", "set.text", "set.bare-root", "fill.text", "stake", "water.text", "off.text", "back.text", "unknown.text", "ask", "code"} {
		require.True(t, s.Knows("home."+id), id)
		text := strings.ReplaceAll(s.Say("home."+id, nil), "<no value>", "25 mm")
		require.NotRegexp(t, ofTheTrade, text)
		require.NotRegexp(t, bareFlare, text)
		said = append(said, text)
	}
	require.LessOrEqual(t, schoolGrade(said), 7.0)
}
