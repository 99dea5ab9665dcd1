// What goes from a bench that keeps every edit to the program: one thing after the other, in the order it was done. A form
// is sent as it stands when its turn comes, no answer wipes out words the program does not have yet, or the reason it
// refused them, and nothing leads away from such words.
(function () {
  'use strict';

  var bench = document.querySelector('[data-words]');
  if (!bench) return;

  // What is still to be sent, and what is under way.
  var turns = [];
  var underWay = null;
  var started = false;
  // The parts of the sheet that came in and are not at home yet: what is triggered on them would not be heard.
  var settling = new Set();

  // What leads away and waits until everything is sent.
  var leaving = null;

  // The fields whose words the program does not have yet, or refused, by id; with the number of the edit.
  var unsent = new Map();
  var edits = 0;
  var saved = [];
  var writing = '';
  var homeless = [];

  function busy() { return turns.length || underWay || settling.size; }

  // The same thing in the sheet as it is now: a sheet that came in brought it anew.
  function nowOf(turn) {
    if (document.contains(turn.elt)) return turn.elt;
    var address = turn.elt.getAttribute('hx-post');
    return address && bench.querySelector(turn.elt.tagName + '[hx-post="' + CSS.escape(address) + '"]');
  }

  function issue(turn) {
    var elt = nowOf(turn);
    started = false;
    underWay = turn;
    if (elt === turn.elt) turn.issue(true);
    else if (elt) window.htmx.trigger(elt, turn.event);
    else if (!turn.event) window.htmx.ajax('POST', turn.path, { source: bench, swap: 'none', values: turn.values });
    if (!started) underWay = null;
  }

  function next() {
    while (turns.length && !underWay && !settling.size) issue(turns.shift());
    if (leaving && !busy()) {
      var go = leaving;
      leaving = null;
      go();
    }
  }

  bench.addEventListener('htmx:confirm', function (event) {
    var asked = event.detail;
    // Its turn has come, for what stands in its place now.
    if (underWay && !started) return;
    event.preventDefault();
    var kind = asked.triggeringEvent && asked.triggeringEvent.type;
    var known = kind === 'send' && turns.some(function (turn) { return turn.event === kind && nowOf(turn) === asked.elt; });
    if (!known) {
      turns.push({ elt: asked.elt, event: kind, path: asked.path, values: asked.etc.values, issue: asked.issueRequest });
    }
    next();
  });
  bench.addEventListener('htmx:beforeRequest', function (event) {
    started = true;
    event.detail.xhr.turn = underWay;
    event.detail.xhr.upTo = edits;
    event.detail.xhr.form = event.detail.elt;
  });
  document.body.addEventListener('htmx:afterRequest', function (event) {
    if (!event.detail.xhr.turn || event.detail.xhr.turn !== underWay) return;
    underWay = null;
    // After htmx has let go of it.
    queueMicrotask(next);
  });

  function typed(event) {
    var field = event.target;
    if (field.type === 'file') return;
    var form = field.closest('form[data-kept]');
    if (field.id && (form || field.closest('#lines'))) unsent.set(field.id, edits += 1);
    if (form) window.htmx.trigger(form, 'send');
  }
  bench.addEventListener('input', typed);
  bench.addEventListener('change', typed);

  document.body.addEventListener('htmx:beforeOnLoad', function (event) {
    var xhr = event.detail.xhr;
    // Only an edit that was kept brings a fresh revision.
    if (xhr.upTo === undefined || xhr.status >= 300 || !xhr.responseText.includes('id="revision"')) return;
    unsent.forEach(function (edit, id) {
      var field = document.getElementById(id);
      if (edit <= xhr.upTo && field && xhr.form.contains(field)) unsent.delete(id);
    });
  });

  function reasons(form) {
    return Array.from(form.querySelectorAll('.msg[id]')).filter(function (one) { return one.textContent; });
  }

  document.body.addEventListener('htmx:oobBeforeSwap', function (event) {
    var part = event.detail.target;
    if (!part.matches('#lines, #look-form')) return;
    settling.add(part.id);
    unsent.forEach(function (edit, id) {
      var field = document.getElementById(id);
      if (field && part.contains(field)) saved.push({ field: field, from: field.selectionStart, to: field.selectionEnd, reasons: reasons(field.closest('form')) });
    });
    if (unsent.has(document.activeElement.id)) writing = document.activeElement.id;
  });

  function putBack(old) {
    var field = document.getElementById(old.field.id);
    if (!field) {
      unsent.delete(old.field.id);
      homeless.push(old.field.value);
      return;
    }
    field.value = old.field.value;
    field.checked = old.field.checked;
    // Where one writes, and what is chosen to be written over, stays.
    if (typeof old.from === 'number') field.setSelectionRange(old.from, old.to);
    old.reasons.forEach(function (reason) {
      var place = document.getElementById(reason.id);
      if (place && !place.textContent) place.textContent = reason.textContent;
    });
  }

  // It is told once for every other part of the same answer.
  document.body.addEventListener('htmx:oobAfterSwap', function (event) {
    if (!event.target.matches('#lines, #look-form') || !saved.length && !homeless.length) return;
    saved.forEach(putBack);
    saved = [];
    if (homeless.length) {
      document.getElementById('homeless').textContent = 'The line you were typing in is gone. Your words were: “'
        + homeless.join('” and “') + '”';
    }
    if (writing && document.getElementById(writing)) document.getElementById(writing).focus();
  });

  document.body.addEventListener('htmx:load', function (event) {
    if (!settling.delete(event.detail.elt.id) || settling.size) return;
    bench.dispatchEvent(new CustomEvent('sheet-ready', { detail: { writing: Boolean(writing) } }));
    writing = '';
    unsent.forEach(function (edit, id) {
      var form = document.getElementById(id).closest('form[data-kept]');
      if (form) window.htmx.trigger(form, 'send');
    });
    next();
  });

  function leave(go) {
    leaving = go;
    next();
  }

  // Of what would be lost: a field not kept, because it is refused or the program cannot be reached.
  function notKept() {
    return Array.from(unsent.keys()).map(function (id) { return document.getElementById(id); }).find(function (field) {
      return field && field.closest('form[data-kept]');
    });
  }

  function show(field) {
    var folded = field.closest('details');
    if (folded) folded.open = true;
    field.focus();
    var said = document.createElement('span');
    said.className = 'msg';
    said.textContent = 'Not done: a line is not kept yet. Mend it first, or take it back.';
    document.getElementById('kept-line').replaceChildren(said);
  }

  // On the window, so that whatever handles a form or a click itself has done so.
  window.addEventListener('submit', function (event) {
    if (event.defaultPrevented || !busy() && !notKept()) return;
    event.preventDefault();
    if (!busy()) return show(notKept());
    leave(function () { event.target.requestSubmit(event.submitter); });
  });
  window.addEventListener('click', function (event) {
    var link = event.target.closest('a[href]');
    if (!link || event.defaultPrevented || event.button || event.ctrlKey || event.metaKey || event.shiftKey) return;
    if (link.dataset.dropMine !== undefined) unsent.clear();
    if (link.target || link.getAttribute('href').startsWith('#') || !busy()) return;
    event.preventDefault();
    leave(function () { location.assign(link.href); });
  });
  window.addEventListener('beforeunload', function (event) {
    if (notKept() || busy()) event.preventDefault();
  });
})();
