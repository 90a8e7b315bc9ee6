package trouble

import (
	_ "embed"
	"fmt"
	"slices"
	"strconv"
	"strings"

	"sedum/core/set"
)

//go:embed odds.txt
var oddsText string

var questions = parse(oddsText)

// Questions are all that can be looked at, in the order in which one comes to them.
func Questions() []Asked { return questions }

// Find is the question of that name.
func Find(q Question) (Asked, bool) {
	i := slices.IndexFunc(questions, func(a Asked) bool { return a.Question == q })
	if i < 0 {
		return Asked{}, false
	}
	return questions[i], true
}

// parse reads the table; it is part of the program, and a line that cannot be read is a fault of ours.
func parse(text string) []Asked {
	out := []Asked{}
	for n, line := range strings.Split(text, "\n") {
		switch {
		case line == "" || strings.HasPrefix(line, "#"):
		case !strings.HasPrefix(line, " "):
			words := strings.Fields(line)
			out = append(out, Asked{Question: Question(words[0]), Place: Place(words[1]), Effort: Effort(words[2])})
		default:
			head, rest, _ := strings.Cut(strings.TrimSpace(line), ":")
			words := strings.Fields(head)
			g := Given{Answer: Answer(words[0]), Usual: number(n, words[1]), Factor: map[Cause]float64{}}
			for _, each := range strings.Split(rest, ",") {
				if words := strings.Fields(each); len(words) == 2 {
					if !slices.Contains(set.All[Cause](), Cause(words[0])) {
						panic(fmt.Sprintf("odds.txt:%d: %s is no cause", n+1, words[0]))
					}
					g.Factor[Cause(words[0])] = number(n, words[1])
				}
			}
			last := &out[len(out)-1]
			last.Answers = append(last.Answers, g)
		}
	}
	return out
}

func number(line int, text string) float64 {
	x, err := strconv.ParseFloat(text, 64)
	if err != nil || !(x > 0) {
		panic(fmt.Sprintf("odds.txt:%d: %q is no factor", line+1, text))
	}
	return x
}
