# frozen_string_literal: true

# Two web processes and eight people at once: each has connections of its own, nobody is served another's page.
RSpec.describe "Several web processes" do
  include WebServers

  let(:port) { free_port }

  before { start_office(port, JUST_SEAL_WEB_PROCESSES: "2", JUST_SEAL_WEB_THREADS: "8") }
  after { stop_servers }

  def request(http, path, cookie: nil, form: nil)
    one = (form ? Net::HTTP::Post : Net::HTTP::Get).new(path)
    one["Host"] = URI(office.settings.address).host
    one["Cookie"] = cookie if cookie
    one.set_form_data(form) if form
    http.request(one)
  end

  # The cookie of a session of +name+.
  def session(http, name)
    page = request(http, "/login")
    form = {
      "_csrf" => page.body[/name="_csrf" value="([^"]+)"/, 1],
      "login" => "#{name}@ravensholm.example",
      "password" => TestOffice::PASSWORD
    }
    request(http, "/login", cookie: page["set-cookie"][/\A[^;]+/], form: form)["set-cookie"][/\A[^;]+/]
  end

  def connection(&) = Net::HTTP.start("127.0.0.1", port, &)

  it "serve each person their own page, 500 times from eight threads" do
    people = { maren: "Maren Test", tobias: "Tobias Test" }
    cookies = connection { |http| people.to_h { |name, _| [name, session(http, name)] } }
    answers = Array.new(8) do |number|
      name = people.keys[number % 2]
      Thread.new do
        connection do |http|
          Array.new(63) do
            page = request(http, "/", cookie: cookies[name])
            [page.code, page.body[/class="person"[^>]*>\s*([^<]+?)\s*</, 1] || page.body[/(Maren|Tobias) Test/], name]
          end
        end
      end
    end.flat_map(&:value)
    expect(answers.size).to be >= 500
    expect(answers.reject { |code, shown, name| code == "200" && shown.include?(people[name]) }).to eq([])
  end
end
