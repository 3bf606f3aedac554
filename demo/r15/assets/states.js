// Plinthwork marks the row under the pointer with a class of its own.
document.addEventListener('pointerover', (event) => {
  const row = event.target.closest('.ll-dues__row');
  for (const other of document.querySelectorAll('.ll-dues__row.is-under-pointer')) {
    if (other !== row) other.classList.remove('is-under-pointer');
  }
  row?.classList.add('is-under-pointer');
});
