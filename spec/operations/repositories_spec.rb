# frozen_string_literal: true

require "json"
require "socket"
require_relative "../support/web_servers"

# A repository of others is our own server, in a process of its own, over the same database: what is a folder there is a
# case file here.
RSpec.describe JustSeal::Operations::TakeFromRepository do
  include WebServers

  ops = JustSeal::Operations

  before(:all) do
    open_office
    start_office(@port = free_port, JUST_SEAL_ADDRESS: "http://127.0.0.1:#{@port}")
    close_office
  end

  after(:all) { stop_servers }

  before { open_office }

  after do
    JustSeal::Store::Repository.live.update(ended_at: Time.now)
    JustSeal::Store::RepositoryDocument.where(certificate_at: nil).update(certificate_at: Time.now)
    close_office
  end

  # Where records go that are taken from there, apart from what lies there.
  def here
    JustSeal::Store::CaseFile.first(code: "HERE-1") ||
      JustSeal::Store::CaseFile.create(code: "HERE-1", title: "Taken for signature", opened_at: Time.now)
  end

  def repository(url: "http://127.0.0.1:#{@port}/cmis", **more)
    token = JustSeal::Operations::KeepTokens.new.make(
      staff(:maren), name: "Over there", scopes: %w[read write], days: 1
    ).last
    given = {
      "name" => "Archive #{SecureRandom.hex(3)}",
      "url" => url,
      "user_name" => "program",
      "password" => token,
      "mapping" => { "vessel" => "js:vessel", "yearly_dues" => "js:yearly_dues", "valid_from" => "js:valid_from" },
      "state_property" => "js:vessel",
      "link" => "https://archive.example/doc/{{id}}"
    }
    JustSeal::Operations::KeepRepository.call(
      staff(:maren),
      given: given.merge(more.fetch(:given, {})),
      checks_out: more.fetch(:checks_out, true),
      record_class: JustSeal::Store::RecordClass.first(code: "MB"),
      case_file: here
    )
  end

  # A document as it lies there, at first as a file that was never here.
  def there(bytes: pdf)
    values = { "vessel" => "MV Far", "yearly_dues" => "7", "valid_from" => "2027-01-01" }
    capture(title: "Far away", bytes: bytes, particulars: values)
  end

  def take(repository, record, **more)
    described_class.call(staff(:maren), repository: repository, object_id: record.number, **more)
  end

  # What its program has taken there, at most +most+.
  def checked_out(repository, most)
    uri = URI("#{repository.url}/office?cmisselector=checkedOut&succinct=true&maxItems=#{most}")
    request = Net::HTTP::Get.new(uri)
    request.basic_auth(repository.user_name, office.secret_box.open(repository.secret))
    JSON.parse(Net::HTTP.start(uri.host, uri.port) { |http| http.request(request) }.body)
  end

  def pinned(record) = JustSeal::Store::RepositoryDocument.first(record_id: record.id)

  # Prepared, sent, signed by both, and sealed.
  def sealed(record)
    draft = ready_draft(record: record)
    JustSeal::Operations::SendDocket.call(staff(:maren), number: draft.number)
    work_jobs
    %w[A B].each { |letter| sign(draft, letter) }
    draft.refresh
  end

  it "takes a document with its properties, checked out, tells its state there, and brings it back sealed" do
    connected = repository
    away = there
    record = take(connected, away)
    expect(record.particulars.to_h).to eq("vessel" => "MV Far", "yearly_dues" => "7", "valid_from" => "2027-01-01")
    expect(away.refresh.holder.email.to_s).to eq("maren@ravensholm.example")
    docket = sealed(record)
    document = pinned(record)
    expect([document.problem, document.told_state]).to eq([nil, "sealed"])
    expect(away.refresh.reserved_by).to be_nil
    newest = away.versions.first
    expect(newest.sha256).to eq(document(docket).sealed_sha256)
    beside = JustSeal::Store::Record.where(case_file_id: away.case_file_id).order(:id).last
    expect(beside.title).to end_with("seal certificate.pdf")
    kinds = entries_of(record.number).map { |one| one["kind"] }
    expect(kinds).to include("record.from_repository", "record.brought_back")
    told = mails_to("maren@ravensholm.example").map { |mail| mail.text_part.decoded }
    expect(told.first(3).join).to include("https://archive.example/doc/#{away.number}")
  end

  it "is told of all that is found or checked out there, page by page" do
    connected = repository
    word = "quay#{SecureRandom.hex(4)}"
    2.times { |count| capture(title: "#{word} #{count}", bytes: pdf { |doc| (7 + count).times { doc.pages.add } }) }
    stub_const("JustSeal::Ports::CmisClient::PAGE", 1)
    client = ops::Connection.to(connected)
    first, more = client.search(word)
    second, none = client.search(word, skip: 1)
    expect([more, none]).to eq([true, false])
    expect([*first, *second].map(&:name)).to contain_exactly("#{word} 0", "#{word} 1")
    [*first, *second].each { |one| ops::TakeForRevision.call(staff(:maren), number: one.series) }
    out = checked_out(connected, 1)
    expect(out).to include("hasMoreItems" => true, "objects" => have_attributes(size: 1))
    expect(checked_out(connected, out["numItems"])["hasMoreItems"]).to be(false)
  end

  it "brings back once, wherever it dies" do
    connected = repository(given: { "state_property" => "" })
    away = there(bytes: pdf { |doc| doc.pages.add })
    record = take(connected, away)
    sealed(record)
    document = pinned(record)
    count = away.refresh.versions.size
    document.update(returned_at: nil, certificate_at: nil, working_copy_id: "#{away.number};pwc")
    JustSeal::Operations::TellRepository.call(record.id)
    expect(pinned(record).values).to include(problem: nil)
    expect(away.refresh.versions_dataset.count).to eq(count)
  end

  it "asks a person where somebody else has it, has changed it, or it lacks a value" do
    connected = repository(checks_out: false)
    away = there(bytes: pdf { |doc| 2.times { doc.pages.add } })
    ops::TakeForRevision.call(staff(:joss), number: away.number)
    expect { take(connected, away) }.to raise_reason(JustSeal::Errors::Conflict, :held_in_repository)
    ops::FreeRecord.call(staff(:joss), number: away.number)
    record = take(connected, away)
    expect { take(connected, away) }.to raise_reason(JustSeal::Errors::Conflict, :taken_already)
    revised = pdf { |doc| 3.times { doc.pages.add } }
    ops::TakeForRevision.call(staff(:joss), number: away.number)
    ops::BringBack.call(staff(:joss), number: away.number, bytes: revised, file_name: "new.pdf", why: "Newer.")
    sealed(record)
    document = pinned(record)
    expect(JustSeal::Words.kept(document.problem)).to include("Far away")
    expect(document.returned_at).to be_nil
    expect(mails_to("maren@ravensholm.example").first.subject).to include(connected.name)
    other = repository(given: { "mapping" => {}, "state_property" => "" })
    lacking = there(bytes: pdf { |doc| 4.times { doc.pages.add } })
    expect { take(other, lacking) }.to raise_error(JustSeal::Errors::Invalid)
    expect(lacking.refresh.reserved_by).to be_nil # what was checked out is given back
    expect(take(other, lacking, values: { "vessel" => "MV Typed" }).particulars["vessel"]).to eq("MV Typed")
  end

  # Answers whatever it is asked with +body+, after +seconds+.
  def stand_in(body, seconds: 0)
    server = TCPServer.new("127.0.0.1", 0)
    thread = Thread.new do
      loop do
        socket = server.accept
        socket.readpartial(4000)
        sleep seconds
        socket.write(
          "HTTP/1.1 200 OK\r\ncontent-type: application/json\r\ncontent-length: #{body.bytesize}\r\n\r\n" \
          "#{body}"
        )
        socket.close
      rescue IOError, SystemCallError
        next
      end
    end
    yield "http://127.0.0.1:#{server.addr[1]}/cmis"
  ensure
    thread&.kill
    server&.close
  end

  it "takes nothing that is not what was asked for, and is not led elsewhere" do
    leading = { "repositoryUrl" => "http://10.0.0.1/", "rootFolderUrl" => "http://10.0.0.1/r", "rootFolderId" => "r" }
    ["", "<html>", "[]", "{}", '{"r": 1}', '{"r": {"rootFolderUrl": "x"}}'].each do |body|
      stand_in(body) do |url|
        expect { repository(url: url) }.to raise_error(JustSeal::Errors::Invalid) { |e|
          expect(e.problems).to have_key("url")
        }
      end
    end
    stand_in(JSON.generate("r" => leading)) do |url|
      connected = repository(url: url)
      expect { take(connected, there) }.to raise_reason(JustSeal::Errors::Unavailable, :repository_unreadable)
    end
    stub_const("JustSeal::Ports::Http::READ_SECONDS", 0.3)
    stand_in("{}", seconds: 1) { |url| expect { repository(url: url) }.to raise_error(JustSeal::Errors::Invalid) }
  end

  it "waits while the repository is away, and goes on when it is back" do
    connected = repository
    away = there(bytes: pdf { |doc| 5.times { doc.pages.add } })
    record = take(connected, away)
    url = connected.url
    connected.update(url: "http://127.0.0.1:1/cmis")
    expect { JustSeal::Operations::TellRepository.call(record.id) }.to raise_error(JustSeal::Errors::Unavailable)
    expect(pinned(record).problem).to be_nil
    connected.update(url: url)
    JustSeal::Store.db[:que_jobs].where(job_class: "JustSeal::Jobs::TellRepository").delete
    JustSeal::Operations::TellRepository.call(record.id)
    expect(pinned(record).told_state).to eq("none")
  end
end
