package care

import "time"

// winter is a time in which the foot of a tree lies under loose dry mulch: the one time mulch touches the trunk.
type winter struct{ cover, off time.Time }

// winters are those of a kind that the cold bites, from this one until it is established (aftercare.md, "The care calendar": each winter
// where cold bites).
func (f Facts) winters() []winter {
	out := []winter{}
	if (!f.Tender && !f.ColdLimited) || f.FirstFrostDay == nil {
		return out
	}
	cover := f.next(*f.FirstFrostDay, f.Planted)
	if f.LastFrostDay != nil && f.next(*f.LastFrostDay, f.Planted).Before(cover) {
		cover = f.Planted.AddDate(0, 0, 1) // planted in the frosts: this winter is the first
	}
	for cover.Before(f.established()) {
		off := f.next(f.springDay(), cover)
		out = append(out, winter{cover, off})
		cover = f.next(*f.FirstFrostDay, off)
	}
	return out
}

func covered(winters []winter, date time.Time) bool {
	for _, w := range winters {
		if !date.Before(w.cover) && date.Before(w.off) {
			return true
		}
	}
	return false
}
