// Scaena (0BSD): takes what the app tells until the player is there.
window.launch = ((gates) => {
  const call = (act) => () => (it.player ? it.player[act]() : it.calls.push(act));
  const known = (gate) => {
    if (!gates.includes(gate)) throw new Error(`No gate "${gate}" in ${gates}`);
  };
  const it = {
    calls: [],
    listeners: [],
    opened: {},
    open(gate) {
      known(gate);
      it.opened[gate] ??= performance.now();
      it.player?.follow();
    },
    openWhen(gate, work, { signal } = {}) {
      known(gate);
      work = Promise.resolve(work);
      work.then(
        () => signal?.aborted || it.open(gate),
        () => {},
      );
      return work;
    },
    onOutcome: (told) => it.listeners.push(told),
    dismiss: call('dismiss'),
    skip: call('dismiss'),
    retry: call('retry'),
  };
  it.outcome = new Promise((done) => (it.decided = done));
  it.finished = new Promise((done) => (it.over = done));
  return it;
})([@GATES@]);
