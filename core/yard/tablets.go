package yard

import "sedum/core/fault"

// TabletInput is how many slow tablets a job takes: by the label of the packet.
type TabletInput struct {
	Trees     int `json:"trees" minimum:"1" maximum:"100000"`
	PerTree   int `json:"per_tree" minimum:"1" maximum:"20" doc:"by the label"`
	PerPacket int `json:"per_packet" minimum:"1" maximum:"10000"`
}

// TabletCount is tablets to count out, whole packets to fetch, and what is left over of the last.
type TabletCount struct {
	Tablets int `json:"tablets"`
	Packets int `json:"packets"`
	Left    int `json:"left"`
}

// Tablets counts fertiliser tablets out. They go beside the roots, never on them.
//
// Errors: faults naming the field.
func Tablets(in TabletInput) (TabletCount, error) {
	l := fault.Check(in)
	if err := l.Err(); err != nil {
		return TabletCount{}, err
	}
	n := in.Trees * in.PerTree
	packets := (n + in.PerPacket - 1) / in.PerPacket
	return TabletCount{n, packets, packets*in.PerPacket - n}, nil
}
