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
