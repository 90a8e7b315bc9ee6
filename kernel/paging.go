package kernel

// Newest reads a page of records that count up, newest first: those before a number, 0 for the first page. next is the number to ask
// before for the page that follows, 0 at the end.
func Newest[T any](tx *Tx, before, limit int, numberOf func(T) int) (list []T, next int, err error) {
	list = []T{}
	query := tx.query().Order("number DESC").Limit(limit)
	if before > 0 {
		query = query.Where("number < ?", before)
	}
	if err := ours(query.Find(&list).Error); err != nil {
		return list, 0, err
	}
	if len(list) == limit {
		next = numberOf(list[len(list)-1])
	}
	return list, next, nil
}
