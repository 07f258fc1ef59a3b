# frozen_string_literal: true

RSpec.describe "How many queries a program's request asks" do
  include Described
  include CountedQueries
  include Instructed

  let(:by) { token }

  after { stop_instructions }

  def many
    10.times { |index| capture(title: "More #{index}") }
    3.times { sent_docket }
  end

  # {path => queries}, once more than needed at first, since a connection prepares some.
  def counted(paths)
    env = { "HTTP_AUTHORIZATION" => "Bearer #{by}", **header_host }
    paths.to_h do |path|
      get(path, {}, env)
      [path, queries { get(path, {}, env) }]
    end
  end

  it "is the same for few and for many, by the API and as a repository" do
    paths = [
      "/api/v1/records",
      "/api/v1/dockets",
      "/cmis/office/root?cmisselector=children&objectId=folder:BL-1",
      "/cmis/office?cmisselector=query&q=SELECT%20*%20FROM%20js:MB"
    ]
    bytes = pdf("More than a page of them")
    41.times { |index| capture(title: "Before #{index}", bytes: bytes) } # or the next page would be asked for later
    sent_docket
    few = counted(paths)
    many
    expect(counted(paths)).to eq(few)
    expect(last_response.status).to eq(200)
    expect(few.values.max).to be <= 20
  end

  it "is the same for one instruction and one run, and for many" do
    made = instruction(steps: [sign_step(go: "look")])
    licence
    work_jobs
    path = "/rules/instructions/#{made.number}"
    sign_in :maren
    few = ["/rules/instructions", path].map { |one| open_page(one) && queries { open_page(one) } }
    4.times { instruction(steps: [{ "kind" => "rename", "title" => "x" }], on: "called") }
    5.times { licence }
    work_jobs
    expect(["/rules/instructions", path].map { |one| queries { open_page(one) } }).to eq(few)
  end
end
