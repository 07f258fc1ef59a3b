// Questions to the server in JSON, beneath one address, each with the token of its path.

export class Asking {
  // base: address; csrf: {path: token}
  constructor(base, csrf) {
    this.base = base;
    this.csrf = csrf;
  }

  async send(path, body, headers = {}) {
    const answer = await fetch(`${this.base}/${path}`, {
      method: "POST",
      body,
      headers: { accept: "application/json", "x-csrf-token": this.csrf[path], ...headers },
    });
    if (!answer.ok) throw new Error((await answer.json()).problem);
    return answer;
  }

  async post(path, values = {}) {
    return (await this.postRaw(path, values)).json();
  }

  postRaw(path, values) {
    return this.send(path, JSON.stringify(values), { "content-type": "application/json" });
  }
}
