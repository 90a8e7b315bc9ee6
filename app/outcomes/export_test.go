package outcomes

// SetLiveMost has pages counted at night from so many trees on, until the test ends.
func SetLiveMost(n int) (back func()) {
	was := liveMost
	liveMost = n
	return func() { liveMost = was }
}
