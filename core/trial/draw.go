// Package trial lets chance decide which of two ways a tree is planted, and tells at looks that were fixed beforehand whether the ways differ
// (handbook, aftercare.md, "Outcomes and trials").
package trial

import (
	"hash/fnv"

	"gonum.org/v1/gonum/mathext/prng"
)

// Way is one of the two.
type Way string

// The ways of a trial.
const (
	A Way = "a"
	B Way = "b"
)

// All lists them.
func (Way) All() []Way { return []Way{A, B} }

// four are the orders in which four trees of a block get two of each way.
var four = [6][4]Way{{A, A, B, B}, {A, B, A, B}, {A, B, B, A}, {B, A, A, B}, {B, A, B, A}, {B, B, A, A}}

// Draw is the way of a tree by its place among those drawn of its block, from 0. Of every four in a row two get each way, so that a block is
// never out of balance by more than two; which two, the seed decides.
func Draw(seed uint64, block string, place int) Way {
	h := fnv.New64a()
	_, _ = h.Write([]byte(block))
	random := prng.NewSplitMix64(seed ^ h.Sum64() ^ uint64(place/4)<<32)
	return order(random.Uint64())[place%4]
}

// order is one of the six by a drawn number.
func order(drawn uint64) [4]Way { return four[drawn%uint64(len(four))] }
