package desk

import (
	"container/list"
	"context"
	"fmt"
	"slices"
	"sync"

	"indicum/store"
)

// ImageWidths are the widths in pixels at which pages are drawn.
var ImageWidths = []int{160, 820, 1240, 1640}

// PageImage draws a page as a PNG, from the cache when it was drawn before. Images are named by the
// content they come from, so they never change.
func (d *Desk) PageImage(ctx context.Context, at store.PageAt, width int) ([]byte, error) {
	if !slices.Contains(ImageWidths, width) {
		return nil, store.ErrNotFound
	}
	key := fmt.Sprintf("%s/%d/%d/%d", at.Sha, at.Page, at.Turn, width)
	if img := d.images.get(key); img != nil {
		return img, nil
	}
	img, err := d.Engine.Render(ctx, at.Sha, at.Page, at.Turn, width, func() ([]byte, error) { return d.Store.Blob(ctx, at.Sha) })
	if err != nil {
		return nil, fmt.Errorf("draw page: %w", err)
	}
	d.images.put(key, img)
	return img, nil
}

// imageCache keeps the images used last, up to a number of bytes.
type imageCache struct {
	mu    sync.Mutex
	most  int
	size  int
	order *list.List // newest first
	byKey map[string]*list.Element
}

type image struct {
	key  string
	data []byte
}

func newImageCache(most int) *imageCache {
	return &imageCache{most: most, order: list.New(), byKey: map[string]*list.Element{}}
}

func (c *imageCache) get(key string) []byte {
	c.mu.Lock()
	defer c.mu.Unlock()
	e, ok := c.byKey[key]
	if !ok {
		return nil
	}
	c.order.MoveToFront(e)
	return e.Value.(image).data
}

func (c *imageCache) put(key string, data []byte) {
	c.mu.Lock()
	defer c.mu.Unlock()
	if _, ok := c.byKey[key]; ok {
		return
	}
	c.byKey[key] = c.order.PushFront(image{key, data})
	c.size += len(data)
	for c.size > c.most && c.order.Len() > 1 {
		last := c.order.Back()
		c.order.Remove(last)
		delete(c.byKey, last.Value.(image).key)
		c.size -= len(last.Value.(image).data)
	}
}

// SheetPages describes a packet document's pages for the office's members.
func SheetPages(packetID int64, doc store.PacketDocument) []SheetPage {
	out := make([]SheetPage, len(doc.Pages))
	for i, p := range doc.Pages {
		out[i] = SheetPage{p.Width, p.Height, fmt.Sprintf("/packets/%d/documents/%d/pages/%d/%s-", packetID, doc.ID, i, imageVersion(p))}
	}
	return out
}

// imageVersion changes whenever a page's picture would, so that images can be kept for good.
func imageVersion(p store.PageAt) string { return fmt.Sprintf("%.12s-%d-%d", p.Sha, p.Page, p.Turn) }

// PacketImage draws a page of a packet's document for a member of its office.
func (d *Desk) PacketImage(ctx context.Context, office, packetID, docID int64, page, width int) ([]byte, error) {
	t := d.Store.Read(ctx)
	if _, err := store.One[store.Packet](t, "id = ? AND office_id = ?", packetID, office); err != nil {
		return nil, err
	}
	return d.documentImage(ctx, packetID, docID, page, width)
}

func (d *Desk) documentImage(ctx context.Context, packetID, docID int64, page, width int) ([]byte, error) {
	doc, err := store.One[store.PacketDocument](d.Store.Read(ctx), "id = ? AND packet_id = ?", docID, packetID)
	if err != nil {
		return nil, err
	}
	if page < 0 || page >= len(doc.Pages) {
		return nil, store.ErrNotFound
	}
	return d.PageImage(ctx, doc.Pages[page], width)
}

// SigningPages describes a document's pages for the signer who holds a link.
func SigningPages(token string, doc store.PacketDocument) []SheetPage {
	out := make([]SheetPage, len(doc.Pages))
	for i, p := range doc.Pages {
		out[i] = SheetPage{p.Width, p.Height, fmt.Sprintf("/sign/%s/documents/%d/pages/%d/%s-", token, doc.ID, i, imageVersion(p))}
	}
	return out
}
