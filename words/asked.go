package words

import (
	"strings"

	"sedum/core/planting"
)

// AskedWords is what people ask of a newly planted tree, answered for this very one.
type AskedWords struct {
	Code     string `json:"code"`
	Question string `json:"question"`
	Answer   string `json:"answer"`
}

// asked answers what people ask most: whether to stir something in, to prune, why the trunk is painted, how much to water. Each answer is the plan's own step
// or school with its reason; what the plan does not do is not asked.
func (s Speaker) asked(p planting.Plan, out PlanWords) []AskedWords {
	list := []AskedWords{}
	add := func(code, answer string) {
		if answer != "" {
			list = append(list, AskedWords{code, s.Say("asked."+code, nil), answer})
		}
	}
	step := func(code planting.StepCode) string {
		for i, each := range p.Steps {
			if each.Code == code {
				said := out.Steps[i]
				return strings.TrimSpace(fullStop(said.Text) + " " + upperFirst(fullStop(said.Why)))
			}
		}
		return ""
	}
	school := func(step string) string {
		choice, known := p.Schools[step]
		if !known { // a sheet of an earlier program
			return ""
		}
		return s.Say("asked.answer", map[string]any{"what": s.Say("school."+step+"."+choice, nil), "when": s.Say("school.when."+step+"."+choice, nil)})
	}
	add("amend", school("backfill"))
	add("feed", school("feed"))
	add("prune", step("prune"))
	add("paint", step("sun-paint"))
	add("water", strings.TrimSpace(fullStop(out.Sheet.Pour)+" "+out.Sheet.Finger))
	return list
}

func fullStop(text string) string {
	if text == "" || strings.HasSuffix(text, ".") || strings.HasSuffix(text, "!") {
		return text
	}
	return text + "."
}
