// The few things the server cannot do for a page: copy to the clipboard, and size the live page beside its copy sheet.
(function () {
  'use strict';

  var WIDTHS = { phone: { width: 390, height: 664 }, laptop: { width: 1280, height: 640 } };

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
    var chooser = event.target.closest('[data-pane]');
    if (chooser) {
      document.querySelectorAll('[data-pane]').forEach(function (button) {
        button.setAttribute('aria-pressed', String(button === chooser));
      });
      fit();
    }
  });

  function fit() {
    var pane = document.querySelector('.pane');
    if (!pane) return;
    var chosen = document.querySelector('[data-pane][aria-pressed="true"]');
    var screen = WIDTHS[chosen.dataset.pane];
    var scale = Math.min(1, pane.clientWidth / screen.width);
    var frame = pane.querySelector('iframe');
    frame.style.width = screen.width + 'px';
    frame.style.height = pane.clientHeight / scale + 'px';
    frame.style.marginLeft = Math.max(0, (pane.clientWidth - screen.width * scale) / 2) + 'px';
    frame.style.transform = 'scale(' + scale + ')';
    var fold = pane.querySelector('.fold');
    fold.style.top = screen.height * scale + 'px';
    fold.hidden = screen.height * scale > pane.clientHeight;
  }

  document.addEventListener('page-kept', function () {
    var frame = document.querySelector('.pane iframe');
    if (frame) frame.src = frame.src;
  });

  document.addEventListener('htmx:sendError', function (event) {
    var state = document.getElementById('kept-line');
    if (state && event.target.closest('form')) {
      state.textContent = 'Not kept: the program cannot be reached. Your words stay here; type on and they are tried again.';
    }
  });

  window.addEventListener('resize', fit);
  document.addEventListener('DOMContentLoaded', fit);
})();
