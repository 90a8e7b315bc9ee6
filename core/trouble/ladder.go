package trouble

// Rung is one look of the slow-growth order, and whether it was taken and found something.
type Rung struct {
	Question Question `json:"question"`
	Looked   bool     `json:"looked"`
	Found    bool     `json:"found" doc:"what is there holds growth back"`
}

// ladder is the order in which short growth is looked into: flare, mulch, grass, water, chill, roots (features.md, F216), and what of each is fine.
var ladder = []struct {
	question Question
	fine     []Answer
}{
	{"flare", []Answer{"visible"}},
	{"mulch", []Answer{"right", "none"}},
	{"grass", []Answer{"ring-kept"}},
	{"soil_at_ball", []Answer{"moist"}},
	{"winter_chill", []Answer{"enough"}},
	{"roots", []Answer{"sound"}},
}

// SlowGrowth is that order for a tree whose shoots are short, nil for any other.
func SlowGrowth(s Seen) []Rung {
	if g := s["growth"]; g != "short" && g != "short-for-years" {
		return nil
	}
	out := []Rung{}
	for _, step := range ladder {
		answer, looked := s[step.question]
		found := looked
		for _, fine := range step.fine {
			found = found && answer != fine
		}
		out = append(out, Rung{step.question, looked, found})
	}
	return out
}
