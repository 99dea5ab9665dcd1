// The page bench: its copy sheet, the live page beside it, and what goes between the two.
(function () {
  'use strict';

  var bench = document.getElementById('bench');
  if (!bench) return;
  var pane = bench.querySelector('.pane');
  var origin = pane.dataset.origin;
  var number = 0;
  var measured = {};
  var behind = null;
  var last = null;

  function tell(message) {
    pane.querySelectorAll('iframe').forEach(function (frame) { frame.contentWindow.postMessage(message, origin); });
  }

  function query() {
    var pretend = document.getElementById('pretend').value.trim();
    return pretend ? '?' + pretend : '';
  }

  function follow() {
    number += 1;
    measured = {};
    var pretended = query();
    var message = { kind: 'follow', number: number, query: pretended };
    // The answer to an edit brings the page along; one for a pretended visitor has to be asked for.
    if (!pretended) message.drawn = document.getElementById('drawn').value;
    var frames = Array.from(pane.querySelectorAll('iframe'));
    // The one that is looked at goes first.
    frames.sort(function (one, other) { return one.classList.contains('away') - other.classList.contains('away'); });
    frames[0].contentWindow.postMessage(message, origin);
    behind = { frame: frames[1], message: message };
  }

  // The other screen follows once the one that is looked at has answered.
  function bringUp() {
    if (behind) behind.frame.contentWindow.postMessage(behind.message, origin);
    behind = null;
  }

  bench.addEventListener('htmx:beforeRequest', function (event) { last = event.target; });

  function lineOf(id) { return document.getElementById('line-' + id); }

  function enter(id, field) {
    var line = lineOf(id);
    if (!line) return;
    var target = (field && document.getElementById('in-' + id + '-' + field)) || line.querySelector('textarea, input[type="text"], select');
    if (target) {
      var folded = target.closest('details');
      if (folded) folded.open = true;
      target.focus({ preventScroll: true });
    }
    line.scrollIntoView({ block: 'center', behavior: 'auto' });
  }

  // What a measurement says goes to the server once both screens have answered for the latest state; one at a time, so
  // that the latest is kept and shown.
  var judging = false;
  var measuredSince = false;
  function judge() {
    if (!measured.PHONE || !measured.LAPTOP) return;
    measuredSince = judging;
    if (judging) return;
    judging = true;
    var facts = new URLSearchParams();
    facts.set('revision', document.getElementById('revision').value);
    Object.keys(measured).forEach(function (screen) {
      Object.keys(measured[screen]).forEach(function (block) { facts.append(screen, block + ':' + measured[screen][block]); });
    });
    var headers = JSON.parse(bench.getAttribute('hx-headers'));
    headers['HX-Request'] = 'true';
    fetch(bench.dataset.page + '/measured', { method: 'POST', body: facts, headers: headers })
      .then(function (answer) { return answer.ok ? answer.text() : ''; })
      .then(function (text) {
        if (!text) return;
        document.getElementById('judged').innerHTML = text;
        window.htmx.process(document.getElementById('judged'));
      })
      .finally(function () {
        judging = false;
        if (measuredSince) judge();
      });
  }

  function frameOf(source) {
    return Array.from(pane.querySelectorAll('iframe')).find(function (one) { return one.contentWindow === source; });
  }

  // Measured before it had its size; frames out of sight are told of it late, and not by an event of their own.
  function askAgain(frame, about) {
    requestAnimationFrame(function () {
      if (about === number) frame.contentWindow.postMessage({ kind: 'measure', number: about, width: frame.dataset.width }, origin);
    });
  }

  window.addEventListener('message', function (event) {
    if (event.origin !== origin) return;
    if (event.data.kind === 'chosen') enter(event.data.block);
    if (event.data.kind === 'unsized') askAgain(frameOf(event.source), event.data.number);
    if (event.data.kind === 'measured') {
      if (event.data.number !== number) {
        // A page that was still loading while something was typed.
        if (event.data.number === 0) event.source.postMessage({ kind: 'follow', number: number, query: query() }, origin);
        return;
      }
      var frame = frameOf(event.source);
      if (!behind || behind.frame !== frame) bringUp();
      if (Math.abs(event.data.width - frame.dataset.width) > 20) {
        askAgain(frame, event.data.number);
        return;
      }
      measured[frame.dataset.screen] = event.data.bottoms;
      judge();
    }
  });

  // Frames that were there before this script have measured already, unheard.
  tell({ kind: 'measure', number: 0 });
  document.addEventListener('page-kept', follow);
  document.getElementById('pretend').addEventListener('input', follow);

  bench.addEventListener('focusin', function (event) {
    var line = event.target.closest('.line');
    if (line) tell({ kind: 'light', block: line.dataset.line });
  });

  bench.addEventListener('sheet-ready', function (event) {
    var focus = document.getElementById('lines').dataset.focus;
    if (focus && !event.detail.writing) enter(focus);
  });

  document.addEventListener('click', function (event) {
    var over = event.target.closest('[data-take-over]');
    if (over && last) {
      document.getElementById('revision').value = over.dataset.revision;
      document.addEventListener('page-kept', function () { location.reload(); }, { once: true });
      var form = last.closest('form');
      if (!form) last.click();
      else if (form.matches('[data-kept]')) window.htmx.trigger(form, 'send');
      else form.requestSubmit();
    }
    var jump = event.target.closest('[data-jump]');
    if (jump) {
      var whole = document.querySelector(jump.getAttribute('href'));
      if (lineOf(jump.dataset.jump)) {
        event.preventDefault();
        enter(jump.dataset.jump, jump.dataset.field);
      } else if (whole) {
        event.preventDefault();
        whole.open = true;
        whole.scrollIntoView({ block: 'center' });
        var field = document.getElementById(jump.dataset.field) || whole.querySelector('input:not([type="hidden"]), textarea');
        if (field) field.focus();
      }
    }
    var asked = event.target.closest('[data-asks]');
    if (asked) {
      var into = document.getElementById(asked.dataset.into);
      into.value = into.value.trimEnd() + '\n' + asked.dataset.asks;
      into.dispatchEvent(new Event('input', { bubbles: true }));
      into.focus();
    }
    var adder = event.target.closest('[data-add-after]');
    if (adder) {
      event.preventDefault();
      var line = adder.closest('.line');
      var top = line.parentElement.closest('.line') || line;
      var form = document.getElementById('add');
      top.after(form);
      document.getElementById('add-after').value = top.dataset.line;
      document.getElementById('what').focus();
    }
  });

  document.addEventListener('change', function (event) {
    var upload = event.target.closest('[data-upload]');
    if (!upload || !upload.files.length) return;
    var label = upload.closest('label');
    label.firstChild.textContent = 'Sending …';
    window.htmx.ajax('POST', upload.dataset.upload, {
      source: upload, swap: 'none',
      values: { file: upload.files[0] }
    }).then(function () { label.firstChild.textContent = 'Put a file on the shelf'; });
  });

  function press(line, act) {
    var button = line && line.querySelector('.rail [data-act="' + act + '"]');
    if (button) button.click();
    return Boolean(button);
  }

  document.addEventListener('keydown', function (event) {
    var line = event.target.closest && event.target.closest('.line');
    if (event.altKey && line && (event.key === 'ArrowUp' || event.key === 'ArrowDown')) {
      event.preventDefault();
      press(line, event.key === 'ArrowUp' ? 'move-1' : 'move1');
    }
    var writing = /^(INPUT|TEXTAREA|SELECT)$/.test(event.target.tagName);
    if (!writing && (event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z') {
      event.preventDefault();
      bench.querySelector(event.shiftKey ? '[data-redo]' : '[data-undo]').click();
    }
  });

  var dragged = null;
  bench.addEventListener('dragstart', function (event) {
    if (!event.target.closest('.grip')) return;
    dragged = event.target.closest('.line');
    event.dataTransfer.setDragImage(dragged, 10, 10);
    event.dataTransfer.effectAllowed = 'move';
    event.dataTransfer.setData('text/plain', dragged.dataset.line);
  });
  bench.addEventListener('dragover', function (event) {
    var line = dragged && event.target.closest('.line');
    if (!line || line.parentElement !== dragged.parentElement) return;
    event.preventDefault();
    var lower = event.clientY > line.getBoundingClientRect().top + line.offsetHeight / 2;
    bench.querySelectorAll('.drop-before, .drop-after').forEach(function (one) { one.classList.remove('drop-before', 'drop-after'); });
    line.classList.add(lower ? 'drop-after' : 'drop-before');
  });
  bench.addEventListener('drop', function (event) {
    var line = dragged && event.target.closest('.line');
    if (!line || line.parentElement !== dragged.parentElement) return;
    event.preventDefault();
    var lines = Array.from(line.parentElement.children).filter(function (one) { return one.matches('.line'); });
    var from = lines.indexOf(dragged);
    var to = lines.indexOf(line) + (line.classList.contains('drop-after') ? 1 : 0);
    if (to > from) to -= 1;
    if (to !== from) {
      window.htmx.ajax('POST', bench.dataset.page + '/blocks/' + dragged.dataset.line + '/move', {
        source: dragged.querySelector('.grip'), swap: 'none',
        values: { by: to - from }
      });
    }
  });
  bench.addEventListener('dragend', function () {
    dragged = null;
    bench.querySelectorAll('.drop-before, .drop-after').forEach(function (one) { one.classList.remove('drop-before', 'drop-after'); });
  });

  // The live page: both screens are laid out at once, one is shown.
  function fit() {
    var pane = document.querySelector('.pane');
    if (!pane) return;
    var chosen = document.querySelector('[data-pane][aria-pressed="true"]').dataset.pane;
    pane.querySelectorAll('iframe').forEach(function (frame) {
      var width = Number(frame.dataset.width);
      var scale = Math.min(1, pane.clientWidth / width);
      frame.style.width = width + 'px';
      frame.style.height = pane.clientHeight / scale + 'px';
      frame.style.left = Math.max(0, (pane.clientWidth - width * scale) / 2) + 'px';
      frame.style.transform = 'scale(' + scale + ')';
      frame.classList.toggle('away', frame.dataset.screen !== chosen);
      if (frame.dataset.screen === chosen) {
        var fold = pane.querySelector('.fold');
        fold.style.top = frame.dataset.height * scale + 'px';
        fold.hidden = frame.dataset.height * scale > pane.clientHeight;
      }
    });
  }

  bench.addEventListener('click', function (event) {
    var chooser = event.target.closest('[data-pane]');
    if (chooser) {
      document.querySelectorAll('[data-pane]').forEach(function (button) {
        button.setAttribute('aria-pressed', String(button === chooser));
      });
      fit();
    }
  });
  window.addEventListener('resize', fit);
  fit();
})();
