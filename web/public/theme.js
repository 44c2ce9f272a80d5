// Before anything is drawn: the theme a person chose, else the one their system asks for.
(function () {
  var chosen = null;
  try {
    chosen = localStorage.getItem('juror-theme');
  } catch {
    // Storage may be closed; the system's theme is used.
  }
  var night = chosen ? chosen === 'night' : matchMedia('(prefers-color-scheme: dark)').matches;
  document.documentElement.dataset.theme = night ? 'juror-night' : 'juror-day';
})();
