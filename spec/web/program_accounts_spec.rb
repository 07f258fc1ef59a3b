# frozen_string_literal: true

RSpec.describe "Accounts of programs" do
  include Pages
  include Described

  ops = JustSeal::Operations

  def crane
    address = "crane-#{SecureRandom.hex(3)}@ravensholm.example"
    sign_in :maren
    open_page("/rules/tokens")
    given = { account_name: "Crane", email: address, role: "sender", unit: "Specs" }
    send_form("/rules/tokens/accounts", **given)
    JustSeal::Store::Account.first(email: address)
  end

  it "act under their own name, by tokens that whoever keeps the staff makes" do
    account = crane
    open_page("/rules/tokens")
    send_form("/rules/tokens", name: "Crane control", days: "3", "scopes[]": "write", account: account.id.to_s)
    secret = page.at("[data-test=token]").text
    file = Rack::Test::UploadedFile.new(StringIO.new(pdf), "application/pdf", original_filename: "a.pdf")
    form = { "file" => file, "title" => "By crane", "class" => "MB", "case_file" => "BL-1" }
    captured = ask("post", "/records", by: secret, form: form.merge("particulars" => { "vessel" => "MV Jib" }))
    actor = entries_of(captured["number"]).first["actor"]
    expect(actor).to include("name" => "Crane", "program" => "Crane control")
    sign_in :maren
    open_page("/rules/tokens")
    send_form("/rules/tokens/accounts/#{account.id}/end")
    ask("get", "/classes", by: secret)
    expect(last_response.status).to eq(401)
  end

  it "are nobody's to sign in to, to be invited, asked or found among the staff" do
    account = crane
    expect(JustSeal::Queries::Choices.staff.map(&:id)).not_to include(account.id)
    open_page("/rules/staff")
    expect(text).not_to include(account.email.to_s)
    expect { ops::KeepStaff.new.invite_again(staff(:maren), account_id: account.id) }
      .to raise_reason(JustSeal::Errors::Missing, :no_such_account)
    expect { ops::ChoosePassword.new.ask(account.email.to_s, {}) }.not_to change(JustSeal::Store::Message, :count)
    clear_cookies
    open_page("/login")
    send_form("/login", login: account.email.to_s, password: TestOffice::PASSWORD)
    open_page("/records")
    expect(last_response.status).to eq(302)
  end

  it "are made by whoever keeps the staff, and their tokens too" do
    account = crane
    sign_in :joss
    open_page("/rules/tokens")
    expect(page.at("form[action$='/accounts']")).to be_nil
    keep = ops::KeepTokens.new
    given = { name: "x", scopes: %w[read], days: 1 }
    expect { keep.make(staff(:joss), account_id: account.id, **given) }.to raise_error(JustSeal::Errors::Forbidden)
    expect { keep.make(staff(:maren), account_id: account(:joss).id, **given) }
      .to raise_reason(JustSeal::Errors::Missing, :no_such_account)
    expect { ops::KeepProgramAccounts.call(staff(:maren), name: "", email: "x", role: "king", unit: "?") }
      .to raise_error(JustSeal::Errors::Invalid)
  end
end
