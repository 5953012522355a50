// Keeps the key in a cookie that every request carries, and looks whether it opens.
const kept = /(?:^|; )tovrin_key=/.test(document.cookie);
if (kept) document.getElementById('said').textContent = 'That is not the key. It may have been changed; ask the owner of this studio for it.';
document.querySelector('form').addEventListener('submit', (event) => {
  event.preventDefault();
  const key = encodeURIComponent(document.getElementById('key').value);
  document.cookie = `tovrin_key=${key}; path=/; max-age=31536000; SameSite=Strict${location.protocol === 'https:' ? '; Secure' : ''}`;
  location.reload();
});
