package planting

// FeedRing is where slow-release feed lies when the house feeds by a ring: from one distance from the trunk to another, mm.
func (p Plan) FeedRing() (innerMM, outerMM float64, fed bool) {
	for _, s := range p.Steps {
		if s.Code == "feed" && s.Choice == "slow-release-ring" {
			return s.Values["inner"].Value, s.Values["outer"].Value, true
		}
	}
	return 0, 0, false
}
