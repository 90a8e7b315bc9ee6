package ground

import (
	"fmt"
	"sync"

	"sedum/core/ground"
	"sedum/core/rules"
	"sedum/core/survey"
)

// suns are hours that were counted before: of a saved plan, which never changes, by the rules and the latitude that they were counted with. A list
// of many spots counts each once. What is forgotten is counted anew.
type suns struct {
	mu    sync.Mutex
	known map[string]ground.SunResult
}

// mostSuns are kept; then it begins anew.
const mostSuns = 20_000

var counted = suns{known: map[string]ground.SunResult{}}

// of counts the sun of a spot on a saved plan, once.
func (s *suns) of(h rules.House, planID, spotID string, latDeg float64) func(survey.View) (ground.SunResult, error) {
	key := fmt.Sprint(planID, spotID, latDeg, h.Value(rules.SunLeafTakes), h.Value(rules.SunBareTakes), h.Value(rules.SunEvergreenTakes))
	return func(v survey.View) (ground.SunResult, error) {
		s.mu.Lock()
		sun, ok := s.known[key]
		s.mu.Unlock()
		if ok {
			return sun, nil
		}
		sun, err := ground.SunHours(v.SunInput(latDeg))
		if err != nil {
			return sun, err
		}
		s.mu.Lock()
		defer s.mu.Unlock()
		if len(s.known) >= mostSuns {
			clear(s.known)
		}
		s.known[key] = sun
		return sun, nil
	}
}
