// The launch's door, by Scaena (0BSD): takes what the app tells until the player is there.
window.launch = ((gates) => {
  const call = (what) => () => (it.player ? it.player[what]() : it.calls.push(what));
  const known = (gate) => {
    if (!gates.includes(gate)) throw new Error(`No gate "${gate}"; there are ${gates}`);
  };
  const it = {
    calls: [], listeners: [], opened: {},
    open(gate) {
      known(gate);
      it.opened[gate] ??= performance.now();
      it.player?.follow();
    },
    openWhen(gate, work, { signal } = {}) {
      known(gate);
      work = Promise.resolve(work);
      work.then(() => signal?.aborted || it.open(gate), () => {});
      return work;
    },
    onOutcome: (listener) => it.listeners.push(listener),
    dismiss: call('dismiss'), skip: call('dismiss'), retry: call('retry'),
  };
  it.outcome = new Promise((done) => (it.decided = done));
  it.finished = new Promise((done) => (it.over = done));
  return it;
})(['ready']);
