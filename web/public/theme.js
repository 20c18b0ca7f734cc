// Sets the theme before anything is drawn, so that nothing lights up at night.
(function () {
  try {
    document.documentElement.dataset.theme = localStorage.getItem('vocator.theme') || 'day';
  } catch {
    document.documentElement.dataset.theme = 'day';
  }
})();
