package pdf

import (
	"context"
	"fmt"

	"indicum/core/spot"
)

const lookAtOnce = 50 // pages

// Look returns a document's n pages as the line finder needs them. Pages without text, and pictures of
// pages, are looked at as scans; done, if given, is called after each page.
func (e *Engine) Look(ctx context.Context, key string, n int, data []byte, done func()) ([]spot.Page, error) {
	var out []spot.Page
	for from := 0; from < n; from += lookAtOnce {
		resp, err := e.run(ctx, request{Look: &lookTask{key, from, min(n, from+lookAtOnce)}, data: [][]byte{data}})
		if err != nil {
			return nil, fmt.Errorf("look for places: %w", err)
		}
		out = append(out, resp.Seen...)
	}
	return out, e.lookAtScans(ctx, key, data, out, done)
}
