// Asks for the key; the server keeps it in a cookie that no script can read.
const said = document.getElementById('said');
const button = document.querySelector('button');
document.querySelector('form').addEventListener('submit', async (event) => {
  event.preventDefault();
  button.disabled = true;
  try {
    const answer = await fetch('/api/unlock', { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify({ key: document.getElementById('key').value }) });
    if (answer.ok) {
      location.reload();
      return;
    }
    said.textContent = (await answer.json()).error;
  } catch {
    said.textContent = 'The server does not answer. Try again in a moment.';
  }
  button.disabled = false;
});
