// The few things the server cannot do for any page of the console.
(function () {
  'use strict';

  document.addEventListener('click', function (event) {
    var copier = event.target.closest('[data-copy]');
    if (copier) {
      var source = document.getElementById(copier.dataset.copy);
      navigator.clipboard.writeText(source.value || source.textContent.trim()).then(function () {
        var words = copier.textContent;
        copier.textContent = 'Copied';
        setTimeout(function () { copier.textContent = words; }, 1500);
      });
    }
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
})();
