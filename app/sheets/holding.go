package sheets

import "sedum/kernel"

// HoldingBeside are the sheets that hold of the customer to whom a sheet went, by number; of one that holds no more too.
func HoldingBeside(tx *kernel.Tx, number int) ([]Sheet, error) {
	s, err := byNumber(tx, number)
	if err != nil {
		return nil, err
	}
	const customer = "SELECT l.customer_id FROM spots p JOIN sites l ON l.id = p.site_id WHERE p.id = ?"
	id, err := kernel.Value[string](tx, customer, s.SpotID)
	if err != nil {
		return nil, err
	}
	return kernel.Many[Sheet](tx, "number", "withdrawn_at IS NULL AND replaced_by IS NULL AND spot_id IN (SELECT p.id FROM spots p JOIN sites l ON l.id = p.site_id WHERE l.customer_id = ?)", id)
}
