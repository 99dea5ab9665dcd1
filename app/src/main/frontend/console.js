// The few things the server cannot do for any page of the console.
(function () {
  'use strict';

  document.addEventListener('click', function (event) {
    var copier = event.target.closest('[data-copy]');
    if (copier) {
      var source = document.getElementById(copier.dataset.copy);
      navigator.clipboard.writeText(copier.dataset.text || source.value || source.textContent.trim()).then(function () {
        var words = copier.textContent;
        copier.textContent = 'Copied';
        setTimeout(function () { copier.textContent = words; }, 1500);
      });
    }
  });

  // A choice that fills other fields, and a button that puts a value into one.
  function put(field, value) {
    var into = document.getElementById(field);
    into.value = value;
    into.dispatchEvent(new Event('input', { bubbles: true }));
  }
  document.addEventListener('change', function (event) {
    var chosen = event.target.matches('[data-fills]') && event.target.selectedOptions[0];
    if (chosen && chosen.value) {
      put('source', chosen.dataset.source);
      put('medium', chosen.dataset.medium);
    }
  });

  // A choice that proposes what stands in other fields, for as long as nobody typed something else there.
  document.querySelectorAll('[data-proposes]').forEach(function (choice) {
    var proposed = choice.selectedOptions[0];
    choice.addEventListener('change', function () {
      var now = choice.selectedOptions[0];
      choice.dataset.proposes.split(' ').forEach(function (field) {
        var stands = document.getElementById(field).value;
        if (stands === '' || proposed && stands === proposed.dataset[field]) put(field, now.dataset[field]);
      });
      proposed = now;
    });
  });
  document.addEventListener('input', function (event) {
    document.querySelectorAll('[data-follows]').forEach(function (shown) {
      if (shown.dataset.follows === event.target.id) shown.textContent = event.target.value;
    });
  });
  document.addEventListener('click', function (event) {
    var button = event.target.closest('[data-put]');
    if (button) put(button.dataset.put, button.dataset.value);
  });

  document.addEventListener('htmx:sendError', function (event) {
    var state = document.getElementById('kept-line');
    if (state && event.target.closest('form')) {
      state.textContent = 'Not kept: the program cannot be reached. Your words stay here; type on and they are tried again.';
    }
  });

  document.addEventListener('htmx:responseError', function (event) {
    var state = document.getElementById('kept-line');
    if (state) {
      state.textContent = event.detail.xhr.status === 413
        ? 'Not kept: what was sent is too large. Your words stay here; shorten them, and they are tried again.'
        : 'Not kept: the program answered ' + event.detail.xhr.status + '. Your words stay here; type on and they are tried again.';
    }
  });

  // Words typed while an answer is on its way stay, where it brings their field anew; and they are sent in their turn.
  function fields(part) { return Array.from(part.querySelectorAll('input[name], textarea[name], select[name]')); }
  document.addEventListener('htmx:beforeRequest', function (event) {
    var sent = new Map();
    fields(event.detail.target).forEach(function (field) { sent.set(field.name, field.value); });
    event.detail.xhr.sentValues = sent;
  });
  document.addEventListener('htmx:beforeSwap', function (event) {
    var sent = event.detail.xhr.sentValues;
    if (!sent || !event.detail.target.id) return;
    event.detail.xhr.since = fields(event.detail.target).filter(function (field) {
      return sent.get(field.name) !== field.value;
    });
    event.detail.xhr.part = event.detail.target.id;
  });
  document.addEventListener('htmx:afterSettle', function (event) {
    var since = event.detail.xhr && event.detail.xhr.since;
    if (!since || !since.length) return;
    event.detail.xhr.since = null;
    var part = document.getElementById(event.detail.xhr.part);
    since.forEach(function (old) {
      var field = part && part.querySelector('[name="' + CSS.escape(old.name) + '"]');
      if (!field || field === old || field.value === old.value) return;
      field.value = old.value;
      field.dispatchEvent(new Event(field.matches('select') ? 'change' : 'input', { bubbles: true }));
    });
  });

  // What was typed or chosen while the page was still loading was heard by nobody.
  function touched(field) {
    if (field.matches('select')) {
      var begun = Array.from(field.options).findIndex(function (option) { return option.defaultSelected; });
      return field.options.length > 0 && field.selectedIndex !== Math.max(0, begun);
    }
    if (field.matches('[type="checkbox"], [type="radio"]')) return field.checked !== field.defaultChecked;
    return field.value !== (field.matches('[type="color"]') ? field.defaultValue.toLowerCase() : field.defaultValue);
  }
  document.addEventListener('htmx:load', function (event) {
    if (event.target !== document.body) return;
    document.querySelectorAll('input:not([type="hidden"], [type="file"]), textarea, select').forEach(function (field) {
      if (touched(field)) field.dispatchEvent(new Event(field.matches('input, textarea') ? 'input' : 'change', { bubbles: true }));
    });
  });

  // Puts a link to a chosen page where the cursor stands.
  document.addEventListener('click', function (event) {
    var inserter = event.target.closest('[data-insert-link]');
    if (!inserter) return;
    var field = document.getElementById(inserter.dataset.insertLink);
    var from = document.getElementById(inserter.dataset.insertFrom);
    if (!from.value) return;
    var words = field.value.slice(field.selectionStart, field.selectionEnd) || 'Go there';
    field.setRangeText('[' + words + '](' + from.value + ')', field.selectionStart, field.selectionEnd, 'end');
    field.focus();
    field.dispatchEvent(new Event('input', { bubbles: true }));
  });

  function shortcuts() {
    var list = document.getElementById('shortcuts');
    if (!list.open) list.showModal();
  }
  document.addEventListener('keydown', function (event) {
    var writing = /^(INPUT|TEXTAREA|SELECT)$/.test(event.target.tagName);
    if (event.key === '?' && !writing && !event.ctrlKey && !event.metaKey) shortcuts();
  });
  document.addEventListener('click', function (event) {
    if (event.target.closest('[data-shortcuts]')) shortcuts();
  });

  // The trail above a bench opens when it is pointed at for a moment, has the focus, or by its key.
  var slim = document.querySelector('[data-slim] > details');
  if (slim) {
    var wait;
    var soon = function (open, after) {
      clearTimeout(wait);
      wait = setTimeout(function () { slim.open = open; }, after);
    };
    var now = function (open) {
      clearTimeout(wait);
      slim.open = open;
    };
    slim.addEventListener('pointerenter', function (event) { if (event.pointerType === 'mouse') soon(true, 250); });
    slim.addEventListener('pointerleave', function () { if (!slim.contains(document.activeElement)) soon(false, 300); });
    slim.addEventListener('focusin', function (event) { if (event.target.matches(':focus-visible')) now(true); });
    slim.addEventListener('focusout', function (event) { if (!slim.contains(event.relatedTarget)) soon(false, 0); });
    document.addEventListener('keydown', function (event) {
      var writing = /^(INPUT|TEXTAREA|SELECT)$/.test(event.target.tagName) || event.target.isContentEditable;
      if (event.key === 't' && !writing && !event.ctrlKey && !event.metaKey && !event.altKey) {
        now(true);
        slim.querySelector('summary').focus();
      }
      if (event.key === 'Escape' && slim.open) {
        slim.querySelector('summary').blur();
        now(false);
      }
    });
  }
})();
