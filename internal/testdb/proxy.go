package testdb

import (
	"bufio"
	"encoding/binary"
	"io"
	"net"
	"strings"
	"sync/atomic"
	"testing"

	"github.com/jackc/pgx/v5"
	"github.com/jackc/pgx/v5/pgconn"
	"github.com/stretchr/testify/require"
)

// Proxy stands between a program and the server. It counts what is asked and can hang, with
// the connections still up.
type Proxy struct {
	URL     string
	queries atomic.Int64
	hung    atomic.Bool
	cut     atomic.Int64 // at which statement every line is cut; 0 for none
	lost    atomic.Bool  // the statement still arrives
	before  func()       // what happens instead, before the statement arrives
}

// Through opens a proxy to the database at an address, for one test.
func Through(t testing.TB, url string) *Proxy {
	config, err := pgx.ParseConfig(url)
	require.NoError(t, err)
	network, target := pgconn.NetworkAddress(config.Host, config.Port)
	listener, err := net.Listen("tcp", "127.0.0.1:0")
	require.NoError(t, err)
	t.Cleanup(func() { listener.Close() })
	before, after, _ := strings.Cut(url, "@")
	_, path, _ := strings.Cut(after, "/")
	p := &Proxy{URL: before + "@" + listener.Addr().String() + "/" + path}
	go func() {
		for {
			client, err := listener.Accept()
			if err != nil {
				return
			}
			server, err := net.Dial(network, target)
			if err != nil {
				client.Close()
				return
			}
			go p.ask(server, client)
			go p.pass(client, server)
		}
	}()
	return p
}

// Hang swallows all that comes from now on: the other side hears nothing.
func (p *Proxy) Hang() { p.hung.Store(true) }

// Queries returns how many statements were run so far, those that begin and end a
// transaction among them.
func (p *Proxy) Queries() int64 { return p.queries.Load() }

// CutAt cuts the line at the n-th statement from now on, before it arrives, or before its answer does. 0 cuts none.
func (p *Proxy) CutAt(n int64, arrives bool) {
	p.before = nil
	p.lost.Store(arrives)
	if n > 0 {
		n += p.queries.Load()
	}
	p.cut.Store(n)
}

// Before does something before the n-th statement from now on arrives.
func (p *Proxy) Before(n int64, do func()) {
	p.before = do
	p.cut.Store(p.queries.Load() + n)
}

// Cut reports whether the line was cut, or what was to happen before has, since it was asked for; that once.
func (p *Proxy) Cut() bool { return p.cut.Load() < 0 }

// ping is what the driver asks of a connection that has idled.
const ping = "-- ping\x00"

// ask passes the messages of a client on, and counts those that run a statement: Execute
// and Query (PostgreSQL manual, message formats). The first has no type.
// What asks whether a connection that has idled is there still is no statement.
func (p *Proxy) ask(server, client net.Conn) {
	defer server.Close()
	in := bufio.NewReader(client)
	cut := false
	for started := false; ; started = true {
		skip := 0
		if started {
			skip = 1
		}
		head, err := in.Peek(skip + 4)
		if err != nil {
			return
		}
		asks := started && (head[0] == 'E' || head[0] == 'Q')
		if asks && head[0] == 'Q' && int(binary.BigEndian.Uint32(head[skip:])) == 4+len(ping) {
			words, _ := in.Peek(len(head) + len(ping))
			asks = string(words[len(head):]) != ping
		}
		if asks {
			switch n := p.queries.Add(1); {
			case !p.cut.CompareAndSwap(n, -1):
			case p.before != nil:
				p.before()
			case !p.lost.Load():
				client.Close()
				return
			default:
				cut = true
				defer client.Close()
			}
		}
		message := make([]byte, skip+int(binary.BigEndian.Uint32(head[skip:])))
		if _, err := io.ReadFull(in, message); err != nil {
			return
		}
		if !p.hung.Load() {
			if _, err := server.Write(message); err != nil {
				return
			}
		}
		if cut && (message[0] == 'S' || message[0] == 'Q') { // Sync: now it is carried out
			client.Close()
			return
		}
	}
}

func (p *Proxy) pass(client, server net.Conn) {
	defer client.Close()
	buf := make([]byte, 32<<10)
	for {
		n, err := server.Read(buf)
		if err != nil {
			return
		}
		if !p.hung.Load() {
			if _, err := client.Write(buf[:n]); err != nil {
				return
			}
		}
	}
}
