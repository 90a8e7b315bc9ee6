package outcome

import (
	"cmp"
	"slices"
)

// Followed is a tree with the group it is in, and whether it is looked at on planned days whatever becomes of it.
type Followed struct {
	Group   string
	Contact bool
	Life
}

// Group is what became of the trees of a group. Only trees with planned contact make its curve: of the others the dead are told of oftener than
// the living, so that they only bound it.
type Group struct {
	Name   string `json:"name"`
	Trees  int    `json:"trees"`
	Deaths int    `json:"deaths"`
	// Curve is the share that lives after each day on which one died; where none died, one point on the day to which half were followed.
	Curve []Curve `json:"curve"`
	// Followed is for how many days the longest was.
	Followed int `json:"followed_days"`
	// Year is the share that lives after a year, with its interval; null while no tree was followed so long.
	Year *Curve `json:"year"`
	// Others have no planned contact: Best is the share of all that live if all of them do, Worst if only those do of which it is known.
	Others int     `json:"others"`
	Best   float64 `json:"best" decimals:"3"`
	Worst  float64 `json:"worst" decimals:"3"`
	// TooEarly is that there are fewer than ten deaths in this group and the rest together: nothing is said of a difference.
	TooEarly bool `json:"too_early"`
	// P is how often chance alone would make it differ so much from all others (log-rank; with no time to go by, Fisher's exact test), null while
	// too early.
	P *float64 `json:"p" decimals:"4"`
}

const year = 365

// Groups tells what became of each group, the largest first; each is held against all others together.
func Groups(all []Followed) []Group {
	names := []string{}
	for _, f := range all {
		if !slices.Contains(names, f.Group) {
			names = append(names, f.Group)
		}
	}
	out := []Group{}
	for _, name := range names {
		mine, rest := []Life{}, []Life{}
		g := Group{Name: name, Curve: []Curve{}}
		othersDied := 0
		for _, f := range all {
			switch {
			case f.Group == name && f.Contact:
				mine = append(mine, f.Life)
				g.Followed = max(g.Followed, f.Days)
			case f.Group == name:
				g.Others++
				if f.Died {
					othersDied++
				}
			case f.Contact:
				rest = append(rest, f.Life)
			}
		}
		g.Trees, g.Deaths = len(mine), deaths(mine)
		g.Curve = append(g.Curve, Curved(mine)...)
		if g.Followed >= year {
			at := On(mine, year)
			g.Year = &at
		}
		if len(g.Curve) == 0 && len(mine) > 0 {
			g.Curve = append(g.Curve, On(mine, half(mine)))
		}
		if n := float64(g.Trees + g.Others); n > 0 {
			g.Best = (n - float64(g.Deaths+othersDied)) / n
			g.Worst = float64(g.Trees-g.Deaths) / n
		}
		g.TooEarly = g.Deaths+deaths(rest) < TooEarly
		if !g.TooEarly {
			g.P = differ(mine, rest)
		}
		out = append(out, g)
	}
	slices.SortStableFunc(out, func(a, b Group) int {
		return cmp.Or(cmp.Compare(b.Trees, a.Trees), cmp.Compare(a.Name, b.Name))
	})
	return out
}

// half is the day to which half of them, the middle one among them, were followed at least.
func half(lives []Life) int {
	days := []int{}
	for _, l := range lives {
		days = append(days, l.Days)
	}
	slices.Sort(days)
	return days[(len(days)-1)/2]
}

// fewest is under how many trees in a group its table is held to be small.
const fewest = 20

// differ is how often chance alone would make two groups differ so much.
func differ(a, b []Life) *float64 {
	if len(a) == 0 || len(b) == 0 {
		return nil
	}
	if len(a) < fewest || len(b) < fewest {
		p := Fisher(deaths(a), len(a)-deaths(a), deaths(b), len(b)-deaths(b))
		return &p
	}
	out, err := Survival(SurvivalInput{A: a, B: b})
	if err != nil {
		return nil
	}
	return out.PValue
}
