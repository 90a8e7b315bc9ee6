package trouble

import (
	_ "embed"
	"fmt"
	"regexp"
	"slices"
	"strings"

	"sedum/core/fault"
)

//go:embed heard.txt
var heardText string

// phrase is something people say and the answer it stands for.
type phrase struct {
	question Question
	answer   Answer
	headings []string
	said     *regexp.Regexp
}

var phrases = parsePhrases(heardText)

// headed are all headings that some phrase is read under; words under another are read as if under none.
var headed = func() map[string]bool {
	out := map[string]bool{}
	for _, p := range phrases {
		for _, h := range p.headings {
			out[h] = true
		}
	}
	return out
}()

func parsePhrases(text string) []phrase {
	out := []phrase{}
	for n, line := range strings.Split(text, "\n") {
		if line == "" || strings.HasPrefix(line, "#") {
			continue
		}
		parts := strings.SplitN(line, "|", 3)
		words := strings.Fields(parts[0])
		q, known := Find(Question(words[0]))
		if !known || !slices.Contains(q.Names(), Answer(words[1])) {
			panic(fmt.Sprintf("heard.txt:%d: no such answer", n+1))
		}
		p := phrase{question: q.Question, answer: Answer(words[1]), said: regexp.MustCompile(`(?:` + strings.TrimSpace(parts[2]) + `)`)}
		for _, h := range strings.Split(parts[1], ",") {
			if h = strings.TrimSpace(h); h != "" {
				p.headings = append(p.headings, h)
			}
		}
		out = append(out, p)
	}
	return out
}

// Heard is an answer that was taken from what somebody said, and the words it was taken from.
type Heard struct {
	Question Question `json:"question"`
	Answer   Answer   `json:"answer"`
	Words    string   `json:"words"`
}

// denied is a word just before that takes back what is said.
var denied = regexp.MustCompile(`(?:\bno|\bnot|\bnever|\bwithout|\bnor|n't)(?: \w+)? ?$`)

// part is some words with what they are about.
type part struct {
	about []string
	words string
}

// clauses are parts of a sentence that are about one thing; what names nothing goes on about the thing before.
var clauses = regexp.MustCompile(`[.;,!?\n]+|\bbut\b|\band\b|\bwhile\b`)

// topics are the words by which a clause says under which headings it belongs.
var topics = []struct {
	word     *regexp.Regexp
	headings []string
}{
	{regexp.MustCompile(`\b(leaf|leaves|foliage|crown)\b`), []string{"leaves"}},
	{regexp.MustCompile(`\b(trunk|stem|bark)\b`), []string{"stem", "trunk", "bark", "stem_base", "base", "flare"}},
	{regexp.MustCompile(`\b(base|foot|collar)\b`), []string{"stem_base", "base", "flare"}},
	{regexp.MustCompile(`\bflare\b`), []string{"flare"}},
	{regexp.MustCompile(`\b(ball|root.?ball)\b`), []string{"ball", "soil_at_ball"}},
	{regexp.MustCompile(`\b(soil|earth)\b`), []string{"soil"}},
	{regexp.MustCompile(`\bground\b`), []string{"ground"}},
	{regexp.MustCompile(`\broots?\b`), []string{"roots"}},
	{regexp.MustCompile(`\b(shoots?|grew|grows?|growth|growing)\b`), []string{"shoot_growth", "growth", "shoots"}},
	{regexp.MustCompile(`\b(buds?|flowers?|blossoms?)\b`), []string{"buds", "flowers", "blossom"}},
	{regexp.MustCompile(`\b(mulch|chips|bark chips)\b`), []string{"mulch"}},
	{regexp.MustCompile(`\b(grass|lawn|weeds?|turf|sod)\b`), []string{"grass", "lawn", "weeds"}},
	{regexp.MustCompile(`\b(tie|ties|strap|string|wire|label)\b`), []string{"tie"}},
	{regexp.MustCompile(`\bstakes?\b`), []string{"stake"}},
	{regexp.MustCompile(`\b(holes?|mounds?|animals?|voles?|rabbits?|deer|mice)\b`), []string{"holes", "animals"}},
	{regexp.MustCompile(`\b(water(ed|ing|s)?|hose|sprinkler|irrigat\w+)\b`), []string{"watering", "water"}},
	{regexp.MustCompile(`\b(fed|feed|fertili[sz]\w+|manure)\b`), []string{"feed"}},
	{regexp.MustCompile(`\b(lean\w*|rocks?|rocking|wobbl\w+|tilt\w*|stands?)\b`), []string{"lean", "stands"}},
	{regexp.MustCompile(`\bscratch\w*\b`), []string{"scratch"}},
}

// asides are what may be named in passing: the clause goes on about the thing before as well.
var asides = []struct {
	word     *regexp.Regexp
	headings []string
}{
	{regexp.MustCompile(`\b(rain|frost|heat|hot|drought|winter|spring|summer|autumn|weather|storm|froze)\b`), []string{"weather", "season"}},
	{regexp.MustCompile(`\b(road|wall|paving|patio|sea|neighbou?r\w*|spray\w*|weedkiller)\b`), []string{"place"}},
}

// partsOf are what was said under a heading. Free words, and those under a heading that nobody knows, are taken apart into clauses, each about
// what it names: a word such as dry or none says nothing by itself.
func partsOf(heading, said string) []part {
	name := strings.ToLower(strings.TrimSpace(heading))
	said = strings.ToLower(said)
	if headed[name] {
		return []part{{[]string{name}, said}}
	}
	out := []part{}
	about := aboutOf(strings.ReplaceAll(name, "_", " "))
	for _, clause := range clauses.Split(said, -1) {
		if named := aboutOf(clause); len(named) > 0 {
			about = named
		}
		all := slices.Clone(about)
		for _, a := range asides {
			if a.word.MatchString(clause) {
				all = append(all, a.headings...)
			}
		}
		out = append(out, part{all, strings.TrimSpace(clause)})
	}
	return append(out, part{nil, said}) // what needs no heading is read in the whole
}

func aboutOf(text string) []string {
	out := []string{}
	for _, t := range topics {
		if t.word.MatchString(text) {
			out = append(out, t.headings...)
		}
	}
	return out
}

// Hear takes answers from free words under headings ("" is none in particular). It guesses nothing: what fits no phrase is left.
func Hear(said map[string]string) []Heard {
	headings := []string{}
	for h := range said {
		headings = append(headings, h)
	}
	slices.Sort(headings)
	parts := []part{}
	for _, h := range headings {
		parts = append(parts, partsOf(h, said[h])...)
	}
	out := []Heard{}
	found := map[Question]bool{}
	for _, p := range phrases {
		for _, each := range parts {
			if found[p.question] {
				break
			}
			if len(p.headings) > 0 && !slices.ContainsFunc(each.about, func(h string) bool { return slices.Contains(p.headings, h) }) {
				continue
			}
			if words, ok := p.in(each.words); ok {
				out = append(out, Heard{p.question, p.answer, words})
				found[p.question] = true
			}
		}
	}
	return out
}

func (p phrase) in(text string) (string, bool) {
	for _, at := range p.said.FindAllStringIndex(text, -1) {
		if words := text[at[0]:at[1]]; !denied.MatchString(text[:at[0]]) {
			return words, true
		}
	}
	return "", false
}

// ReadInput are signs as somebody wrote them down, by heading; a number is one of months.
type ReadInput struct {
	Signs map[string]any `json:"signs"`
}

// ReadResult are the causes, the likeliest first, and what was understood of the signs.
type ReadResult struct {
	Causes []Cause   `json:"causes"`
	Shares []float64 `json:"shares" decimals:"4"`
	Heard  []Heard   `json:"heard"`
	Next   []Check   `json:"next"`
}

// Read weighs signs that were written down in free words by our odds.
//
// Errors: fault.List for a sign that is neither text nor a number.
func Read(in ReadInput) (ReadResult, error) {
	said := map[string]string{}
	var l fault.List
	seen := Seen{}
	for name, v := range in.Signs {
		switch v := v.(type) {
		case string:
			said[name] = v
		case float64:
			if name == "months_since_planting" && v >= 0 {
				seen["months"] = MonthsSince(v)
				continue
			}
			l.Add("signs."+name, fault.NotText, nil)
		default:
			l.Add("signs."+name, fault.NotText, nil)
		}
	}
	if err := l.Err(); err != nil {
		return ReadResult{}, err
	}
	out := ReadResult{Causes: []Cause{}, Shares: []float64{}, Heard: Hear(said)}
	for _, h := range out.Heard {
		seen[h.Question] = h.Answer
	}
	odds := OddsOf(nil)
	weighed, err := odds.Weigh(seen)
	if err != nil {
		return ReadResult{}, err
	}
	for _, w := range weighed {
		out.Causes, out.Shares = append(out.Causes, w.Cause), append(out.Shares, w.Share)
	}
	out.Next = odds.Next(seen)
	return out, nil
}

// MonthsSince is the answer to how long ago a tree was planted.
func MonthsSince(months float64) Answer {
	switch {
	case months < 3:
		return "under-3"
	case months < 12:
		return "3-to-12"
	case months < 24:
		return "12-to-24"
	}
	return "over-24"
}
